<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Foundation\Reasons\Reason;

/** A directory that everybody can read says who has an account, which a discreet sign-up keeps: a warning, since it may be meant. */
final class PublicDirectories
{
    /**
     * @param  array<string, AppRules>  $apps
     * @return list<Reason> one for each directory that gives away what sign-up keeps
     */
    public static function warnings(DisclosureRules $rules, array $apps): array
    {
        $warnings = [];
        foreach ($rules->directories as $directory) {
            $app = $apps[$directory->app] ?? null;
            if ($directory->readers->kind === AudienceKind::Everybody && $app?->isDiscreet === true) {
                $warnings[] = new Reason('disclosure.public_discreet', "disclosure.directories.{$directory->app}.read_by", ['app' => $app->look->name]);
            }
        }

        return $warnings;
    }
}
