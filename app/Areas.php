<?php

declare(strict_types=1);

namespace Kennel\App;

use Kennel\App\Administration\AdministrationProvider;
use Kennel\App\Authorization\AuthorizationProvider;
use Kennel\App\Credentials\CredentialsProvider;
use Kennel\App\Directory\DirectoryProvider;
use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Foundation\FoundationProvider;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Messaging\MessagingProvider;
use Kennel\App\OAuth\OAuthProvider;
use Kennel\App\Operations\OperationsProvider;
use Kennel\App\Policy\PolicyProvider;
use Kennel\App\Registration\RegistrationProvider;
use Kennel\App\SignIn\SignInProvider;
use Kennel\App\Trail\TrailProvider;

/** The twelve areas, from the ground up, and what they bring together. */
final class Areas
{
    /** @var list<class-string<AreaProvider>> */
    public const PROVIDERS = [
        FoundationProvider::class,
        TrailProvider::class,
        DirectoryProvider::class,
        MessagingProvider::class,
        CredentialsProvider::class,
        AuthorizationProvider::class,
        RegistrationProvider::class,
        SignInProvider::class,
        OAuthProvider::class,
        PolicyProvider::class,
        AdministrationProvider::class,
        OperationsProvider::class,
    ];

    /**
     * @param  'PRUNED'|'FORGETS'|'FORGETS_ACCOUNTS'|'RESEALS'  $list
     * @return list<class-string>
     */
    public static function all(string $list): array
    {
        return array_merge(...array_map(static fn (string $provider): array => constant("{$provider}::{$list}"), self::PROVIDERS));
    }

    /** @return list<string> the files that list the areas' endpoints */
    public static function routes(): array
    {
        $folders = array_map(static fn (string $provider): string => dirname((string) (new \ReflectionClass($provider))->getFileName()), self::PROVIDERS);

        return array_values(array_filter(array_map(static fn (string $folder): string => "{$folder}/Http/routes.php", $folders), is_file(...)));
    }

    /** @return array<class-string, \Closure(RulesInForce): object> */
    public static function rules(): array
    {
        return array_merge(...array_map(static fn (string $provider): array => $provider::rules(), self::PROVIDERS));
    }
}
