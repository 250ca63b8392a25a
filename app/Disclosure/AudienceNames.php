<?php

declare(strict_types=1);

namespace Kennel\App\Disclosure;

use Kennel\Core\Disclosure\Audience;
use Kennel\Core\Disclosure\AudienceKind;
use Kennel\Core\Rules\RuleBook;

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
