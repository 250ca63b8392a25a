<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

use Kennel\Core\Foundation\Reasons\Reason;

/**
 * Accounts are Kennel's, and the apps share them. So an app that says openly who is registered says it of the accounts that came by a
 * discreet one as well: a warning, since it may be meant.
 */
final class Discretion
{
    /**
     * @param  array<string, AppRules>  $apps
     * @return list<Reason> one for each app that gives away what others keep
     */
    public static function warnings(array $apps): array
    {
        $discreet = array_values(array_map(
            static fn (AppRules $app): string => $app->look->name,
            array_filter($apps, static fn (AppRules $app): bool => $app->isDiscreet),
        ));
        $warnings = [];
        foreach ($discreet === [] ? [] : $apps as $app) {
            // Where nobody can sign up by themselves nobody is told that an address is taken either.
            if (! $app->isDiscreet && $app->admission->isOpen()) {
                $domains = $app->admission->domains->domains;
                $warnings[] = new Reason(
                    $domains === [] ? 'rules.discretion' : 'rules.discretion_domains',
                    "apps.{$app->key}.registered",
                    ['app' => $app->look->name, 'discreet' => $discreet, 'domains' => $domains],
                );
            }
        }

        return $warnings;
    }
}
