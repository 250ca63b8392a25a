<?php

declare(strict_types=1);

namespace Kennel\App;

use Illuminate\Cache\CacheManager;
use Illuminate\Cache\RateLimiter;
use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Contracts\Foundation\MaintenanceMode;
use Illuminate\Database\Connection;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Migrations\Migrator;
use Illuminate\Foundation\FileBasedMaintenanceMode;
use Illuminate\Queue\Events\Looping;
use Illuminate\Queue\Failed\FailedJobProviderInterface;
use Illuminate\Routing\UrlGenerator;
use Illuminate\Support\ServiceProvider;
use Kennel\App\Credentials\Http\RequirePermission;
use Kennel\App\Credentials\Passwords\CommonPasswords;
use Kennel\App\Credentials\Passwords\PepperKeys;
use Kennel\App\Credentials\Passwords\RankedWords;
use Kennel\App\Credentials\Sessions\CurrentSession;
use Kennel\App\Credentials\Sessions\EndsWithSessions;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Credentials\Throttling\SigninHistory;
use Kennel\App\Directory\Accounts\AccountsInSight;
use Kennel\App\Directory\Accounts\RemoveAccounts;
use Kennel\App\Directory\Fields\DialledNumbers;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Clock;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Database\KeptConnector;
use Kennel\App\Foundation\DerivedKey;
use Kennel\App\Foundation\Http\ChooseLanguage;
use Kennel\App\Foundation\Http\RequireSameOrigin;
use Kennel\App\Foundation\Http\SecurityHeaders;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Keys\SealedValues;
use Kennel\App\Foundation\Outgoing\Outgoing;
use Kennel\App\Foundation\Outgoing\Resolver;
use Kennel\App\Foundation\Outgoing\SystemResolver;
use Kennel\App\Foundation\Pause;
use Kennel\App\Foundation\Pulses\Pulses;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Foundation\Retention\Purge;
use Kennel\App\Foundation\SystemEntropy;
use Kennel\App\Foundation\SystemPause;
use Kennel\App\Foundation\Throttling\CountingLimiter;
use Kennel\App\Foundation\Throttling\LockingFileStore;
use Kennel\App\Messaging\Mail\HttpTextRelay;
use Kennel\App\Messaging\Mail\Relay;
use Kennel\App\Messaging\Mail\RelayFacts;
use Kennel\App\Messaging\Mail\SmtpRelay;
use Kennel\App\Messaging\Mail\StandInRelay;
use Kennel\App\Messaging\Mail\StandInTexts;
use Kennel\App\Messaging\Mail\TextRelay;
use Kennel\App\OAuth\Clients\FindClient;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\App\OAuth\Tokens\CountTokens;
use Kennel\App\OAuth\Tokens\EndWithSessions;
use Kennel\App\OAuth\Tokens\Holdings;
use Kennel\App\Policy\Http\RealDoor;
use Kennel\App\Policy\Http\RefuseDraft;
use Kennel\App\Policy\Rehearsals\Door;
use Kennel\App\Registration\Signup\ListedThrowawayDomains;
use Kennel\App\Trail\Http\RecordWire;
use Kennel\Core\Credentials\Passwords\Blocklist;
use Kennel\Core\Credentials\Passwords\Guesses\EstimateGuesses;
use Kennel\Core\Credentials\Passwords\Guesses\WordRanks;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Directory\Fields\PhoneNumbers;
use Kennel\Core\Foundation\Outgoing\OutgoingRules;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Messaging\Mail\Reach;
use Kennel\Core\Registration\Signup\ThrowawayDomains;
use Psr\Clock\ClockInterface;

/** Hands the core its clock, its randomness and its rules, and the database its kind of transaction. */
final class KennelProvider extends ServiceProvider
{
    /** Made once a request: they remember what was asked of them, or are asked by many. */
    private const ONCE_A_REQUEST = [
        RequestContext::class,
        Roles::class,
        CurrentSession::class,
        SecurityHeaders::class,
        ChooseLanguage::class,
        RecordWire::class,
        RequireSameOrigin::class,
        RefuseDraft::class,
        RequirePermission::class,
        CountTokens::class,
        SigningKeys::class,
        FindClient::class,
        Holdings::class,
    ];

    public function register(): void
    {
        Connection::resolverFor(
            'sqlite',
            static fn ($pdo, $database, $prefix, $config): ImmediateSqliteConnection => new ImmediateSqliteConnection($pdo, $database, $prefix, $config),
        );
        $this->app->bind('db.connector.sqlite', KeptConnector::class);
        $this->app->singleton(ClockInterface::class, Clock::class);
        $this->app->singleton(Entropy::class, SystemEntropy::class);
        $this->app->singleton(Pause::class, SystemPause::class);
        foreach (self::ONCE_A_REQUEST as $class) {
            $this->app->scoped($class);
        }
        $this->app->bind(Caller::class, static fn (KennelApplication $app): Caller => $app->part(CurrentSession::class));
        $this->app->bind(Sight::class, AccountsInSight::class);
        $this->app->bind(Door::class, RealDoor::class);
        $this->app->bind(EndsWithSessions::class, EndWithSessions::class);
        $this->app->singleton(MaintenanceMode::class, FileBasedMaintenanceMode::class);
        $this->app->bind(Encrypter::class, static fn ($app): Encrypter => $app['encrypter']);
        // One a process, so that a worker speaks with its relay on one connection.
        $relays = [];
        $this->app->bind(Relay::class, static function ($app) use (&$relays): Relay {
            $dsn = (string) config('kennel.relay');

            return $dsn === 'stand-in' ? $app->make(StandInRelay::class) : $relays[$dsn] ??= new SmtpRelay($dsn, (string) config('kennel.sender.address'));
        });
        $this->app->bind(Resolver::class, SystemResolver::class);
        $this->app->bind(OutgoingRules::class, static fn (): OutgoingRules => new OutgoingRules(
            (array) config('kennel.outbound_allow'),
            config('app.env') !== 'production' && in_array(parse_url((string) config('app.url'), PHP_URL_HOST), ['localhost', '127.0.0.1'], true),
        ));
        $this->app->bind(TextRelay::class, static fn ($app): TextRelay => config('kennel.texts') === 'stand-in'
            ? $app->make(StandInTexts::class)
            : new HttpTextRelay($app->make(Outgoing::class), (string) config('kennel.texts'), (string) config('kennel.texts_token')));
        $this->app->scoped(Reach::class, fn (): Reach => $this->app->make(RelayFacts::class)->reach());
        foreach ([ConnectionInterface::class, Connection::class, ImmediateSqliteConnection::class] as $class) {
            $this->app->scoped($class, static fn ($app): Connection => $app['db']->connection());
        }
        $this->app->singleton(Blocklist::class, static fn (): CommonPasswords => new CommonPasswords(resource_path('passwords/common.txt')));
        $this->app->singleton(WordRanks::class, static fn (): RankedWords => new RankedWords(resource_path('passwords/words.bin')));
        $this->app->scoped(
            EstimateGuesses::class,
            fn (): EstimateGuesses => new EstimateGuesses(
                $this->app->make(WordRanks::class),
                (int) $this->app->make(ClockInterface::class)->now()->format('Y'),
            ),
        );
        $this->app->scoped(
            Peppers::class,
            static fn (): Peppers => PepperKeys::read((string) config('kennel.peppers.file'), (string) config('kennel.peppers.keys')),
        );
        $this->app->singleton(
            ThrowawayDomains::class,
            static fn (): ListedThrowawayDomains => new ListedThrowawayDomains(resource_path('domains/throwaway.txt')),
        );
        $this->app->singleton(PhoneNumbers::class, DialledNumbers::class);
        $this->app->singleton(Pulses::class);
        $this->app->extend(RateLimiter::class, static fn (RateLimiter $limiter, $app): RateLimiter => new CountingLimiter($app['cache']->driver($app['config']->get('cache.limiter'))));
        $this->app->when([Brakes::class, SigninHistory::class])->needs(Repository::class)->give(static fn ($app): Repository => $app['cache']->store('throttles'));
        // Asked for by commands alone.
        if ($this->app->runningInConsole()) {
            // The framework does this in a provider of many things that no request needs. Without it the schedule that is written is not the one that runs.
            $this->app->singleton(Schedule::class, static fn ($app): Schedule => $app->make(Kernel::class)->resolveConsoleSchedule());
        }
        $this->app->bind(SealedValues::class, static fn ($app): SealedValues => new SealedValues(array_map($app->make(...), Areas::all('RESEALS'))));
        $this->app->when(RemoveAccounts::class)->needs('$elsewhere')->give(static fn ($app): array => array_map($app->make(...), Areas::all('FORGETS_ACCOUNTS')));
        $this->app->bind(Purge::class, static fn (KennelApplication $app): Purge => new Purge(Areas::all('PRUNED'), Areas::all('FORGETS'), $app, $app->part(ClockInterface::class)));
        $this->app->bind(Migrator::class, static fn ($app): Migrator => $app['migrator']);
        $this->app->bind(FailedJobProviderInterface::class, static fn ($app): FailedJobProviderInterface => $app['queue.failer']);
        // Most requests count nothing and need no cache.
        $this->callAfterResolving('cache', static function (CacheManager $caches): void {
            $caches->extend('locking-file', fn ($app, array $config): Repository => $caches->repository(new LockingFileStore($app['files'], $config['path'])));
        });
    }

    /** Links in messages begin with the configured address, never with the Host header, which a stranger chooses. */
    public function boot(): void
    {
        $urls = $this->app->make(UrlGenerator::class);
        $urls->forceRootUrl((string) config('app.url'));
        $urls->setKeyResolver(static fn (): array => DerivedKey::all('signed addresses'));
        if ($this->app->runningInConsole()) {
            $this->optimizes('kennel:wire', key: 'wiring');
            $this->app->make('events')->listen(Looping::class, function (Looping $loop): void {
                $this->app->make(Pulses::class)->beat($loop->connectionName);
            });
        }
    }
}
