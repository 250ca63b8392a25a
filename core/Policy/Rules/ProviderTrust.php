<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rules;

use Kennel\Core\SignIn\Providers\Provider;

/** Where one rule book lets identity providers open more accounts than another. */
final class ProviderTrust
{
    /**
     * @param  RuleBook|null  $before  null when what was published cannot be read: then nothing was trusted
     * @return list<string> paths: providers that are new or have another identity, and apps that offer one more
     */
    public static function widened(?RuleBook $before, RuleBook $after): array
    {
        $paths = [];
        foreach ($after->providers->all as $key => $provider) {
            if (! self::isSame($before?->providers->all[$key] ?? null, $provider)) {
                $paths[] = "providers.{$key}";
            }
        }
        foreach ($after->apps as $key => $app) {
            if (array_diff($app->providers, $before?->apps[$key]->providers ?? []) !== []) {
                $paths[] = "apps.{$key}.providers";
            }
        }

        return $paths;
    }

    private static function isSame(?Provider $before, Provider $after): bool
    {
        return $before !== null && $before->issuer === $after->issuer && $before->clientId === $after->clientId
            && $before->hasSecret === $after->hasSecret && ($before->admitsNewcomers || ! $after->admitsNewcomers);
    }
}
