<?php

declare(strict_types=1);

namespace Kennel\App;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Contracts\Foundation\MaintenanceMode;
use Illuminate\Database\Connection;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Foundation\FileBasedMaintenanceMode;
use Illuminate\Routing\UrlGenerator;
use Illuminate\Support\ServiceProvider;
use Kennel\App\Mail\Relay;
use Kennel\App\Mail\SmtpRelay;
use Kennel\App\Mail\StandInRelay;
use Kennel\App\Passwords\CommonPasswords;
use Kennel\App\Platform\Clock;
use Kennel\App\Platform\Database\ImmediateSqliteConnection;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Rules\RulesInForce;
use Kennel\App\Sessions\CurrentSession;
use Kennel\App\Signup\ListedThrowawayDomains;
use Kennel\Core\Passwords\Argon2idParameters;
use Kennel\Core\Passwords\Blocklist;
use Kennel\Core\Passwords\PasswordRules;
use Kennel\Core\Rules\Document;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Secrets\SystemEntropy;
use Kennel\Core\Sessions\SessionRules;
use Kennel\Core\Signup\SignupRules;
use Kennel\Core\Signup\ThrowawayDomains;
use Kennel\Core\Verification\VerificationRules;
use Psr\Clock\ClockInterface;

/** Hands the core its clock, its randomness and its rules, and the database its kind of transaction. */
final class KennelProvider extends ServiceProvider
{
    public function register(): void
    {
        Connection::resolverFor('sqlite', static fn ($pdo, $database, $prefix, $config): ImmediateSqliteConnection => new ImmediateSqliteConnection($pdo, $database, $prefix, $config));
        $this->app->singleton(ClockInterface::class, Clock::class);
        $this->app->singleton(Entropy::class, SystemEntropy::class);
        $this->app->scoped(RequestContext::class);
        $this->app->scoped(CurrentSession::class);
        $this->app->singleton(MaintenanceMode::class, FileBasedMaintenanceMode::class);
        $this->app->bind(Encrypter::class, static fn ($app): Encrypter => $app['encrypter']);
        $this->app->bind(Relay::class, static fn ($app): Relay => config('kennel.relay') === 'stand-in'
            ? $app->make(StandInRelay::class)
            : new SmtpRelay((string) config('kennel.relay'), (string) config('kennel.sender.address')));
        $this->app->bind(ConnectionInterface::class, static fn ($app): Connection => $app['db']->connection());
        $this->app->singleton(Blocklist::class, static fn (): CommonPasswords => new CommonPasswords(resource_path('passwords/common.txt')));
        $this->app->singleton(ThrowawayDomains::class, static fn (): ListedThrowawayDomains => new ListedThrowawayDomains(resource_path('domains/throwaway.txt')));
        $this->registerRules();
    }

    /** Links in messages begin with the configured address, never with the Host header, which a stranger chooses. */
    public function boot(): void
    {
        $this->app->make(UrlGenerator::class)->forceRootUrl((string) config('app.url'));
    }

    private function registerRules(): void
    {
        $this->app->scoped(RulesInForce::class, static fn (): RulesInForce => new RulesInForce(storage_path('rules.json')));
        // Each part by itself: most requests need one of them. Read once a request or job, so that what is applied counts from the next on.
        $section = fn (string $key): Document => $this->app->make(RulesInForce::class)->section($key);
        $this->app->scoped(SignupRules::class, static fn (): SignupRules => SignupRules::read($section('signup')));
        $this->app->scoped(PasswordRules::class, static fn (): PasswordRules => PasswordRules::read($section('password')));
        $this->app->scoped(Argon2idParameters::class, static fn (): Argon2idParameters => Argon2idParameters::read($section('hashing')));
        $this->app->scoped(VerificationRules::class, static fn (): VerificationRules => VerificationRules::read($section('verification')));
        $this->app->scoped(SessionRules::class, static fn (): SessionRules => SessionRules::read($section('sessions')));
    }
}
