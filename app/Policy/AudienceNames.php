<?php

declare(strict_types=1);

namespace Kennel\App\Policy;

use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\AudienceKind;
use Kennel\Core\Policy\Rules\RuleBook;

/** What an audience is called. */
final class AudienceNames
{
    public static function of(Audience $audience, RuleBook $book): string
    {
        $app = $book->apps[(string) $audience->app]->look->name ?? (string) $audience->app;

        return match ($audience->kind) {
            AudienceKind::Everybody => 'Everybody',
            AudienceKind::Accounts => "Signed-in accounts of {$app}",
            AudienceKind::Holder => 'Holders',
            AudienceKind::App => $app,
            AudienceKind::Operators => 'Operators',
        };
    }
}
