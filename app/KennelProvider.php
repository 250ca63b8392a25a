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
use Kennel\App\Accounts\AccountsInSight;
use Kennel\App\Accounts\ForgetClosedAccounts;
use Kennel\App\Accounts\RemoveAccounts;
use Kennel\App\Audit\StrangerTally;
use Kennel\App\Bulk\BulkRun;
use Kennel\App\Cases\ResealCases;
use Kennel\App\Challenges\Challenge;
use Kennel\App\Clients\FindClient;
use Kennel\App\Clients\ShownAssertion;
use Kennel\App\Evidence\EvidenceEntry;
use Kennel\App\Evidence\ForgetEvidenceOfAccounts;
use Kennel\App\Exports\ForgetExports;
use Kennel\App\Factors\Authenticator;
use Kennel\App\Factors\FactorReset;
use Kennel\App\Factors\FactorResets;
use Kennel\App\Factors\PasskeyChallenge;
use Kennel\App\Factors\Phone;
use Kennel\App\Factors\ResealAuthenticators;
use Kennel\App\Fields\DialledNumbers;
use Kennel\App\Http\Evidence\RecordWire;
use Kennel\App\Http\Protocol\ChooseLanguage;
use Kennel\App\Http\Protocol\IdempotencyKey;
use Kennel\App\Http\Protocol\RequireSameOrigin;
use Kennel\App\Http\Protocol\SecurityHeaders;
use Kennel\App\Http\Rehearsals\RealDoor;
use Kennel\App\Http\Rules\RefuseDraft;
use Kennel\App\Http\Sessions\RequirePermission;
use Kennel\App\Imports\ForgetImportRowsOfAccounts;
use Kennel\App\Imports\ForgetImports;
use Kennel\App\Imports\Import;
use Kennel\App\Invitations\Invitation;
use Kennel\App\Mail\ForgetMessagesOfAccounts;
use Kennel\App\Mail\HeldDelivery;
use Kennel\App\Mail\HttpTextRelay;
use Kennel\App\Mail\Message;
use Kennel\App\Mail\Relay;
use Kennel\App\Mail\RelayFacts;
use Kennel\App\Mail\ResealMessages;
use Kennel\App\Mail\SmtpRelay;
use Kennel\App\Mail\StandInRelay;
use Kennel\App\Mail\StandInTexts;
use Kennel\App\Mail\TextRelay;
use Kennel\App\Passwords\CalibrationRun;
use Kennel\App\Passwords\CommonPasswords;
use Kennel\App\Passwords\HashDay;
use Kennel\App\Passwords\PepperKeys;
use Kennel\App\Passwords\RankedWords;
use Kennel\App\Passwords\WrapRun;
use Kennel\App\Platform\Clock;
use Kennel\App\Platform\Container\KennelApplication;
use Kennel\App\Platform\Database\ImmediateSqliteConnection;
use Kennel\App\Platform\Database\KeptConnector;
use Kennel\App\Platform\DerivedKey;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Identity\Sight;
use Kennel\App\Platform\Keys\SealedValues;
use Kennel\App\Platform\Outgoing\Outgoing;
use Kennel\App\Platform\Outgoing\Resolver;
use Kennel\App\Platform\Outgoing\SystemResolver;
use Kennel\App\Platform\Pause;
use Kennel\App\Platform\Pulses\Pulses;
use Kennel\App\Platform\Queue\ForgetFailedJobs;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Platform\Retention\Purge;
use Kennel\App\Platform\SystemEntropy;
use Kennel\App\Platform\SystemPause;
use Kennel\App\Platform\Throttling\CountingLimiter;
use Kennel\App\Platform\Throttling\ForgetThrottles;
use Kennel\App\Platform\Throttling\LockingFileStore;
use Kennel\App\Providers\ProviderOffer;
use Kennel\App\Providers\ProviderTrip;
use Kennel\App\Providers\ResealProviderSecrets;
use Kennel\App\Rehearsals\Door;
use Kennel\App\Rehearsals\ForgetRehearsals;
use Kennel\App\Roles\Roles;
use Kennel\App\Roles\TidyLapsedRoles;
use Kennel\App\Rules\ForgetLogos;
use Kennel\App\Sessions\CurrentSession;
use Kennel\App\Sessions\EndsWithSessions;
use Kennel\App\Sessions\PendingSignin;
use Kennel\App\Sessions\Session;
use Kennel\App\SigningKeys\ResealSigningKeys;
use Kennel\App\SigningKeys\SigningKeys;
use Kennel\App\Signup\ListedThrowawayDomains;
use Kennel\App\Signup\PastVerdict;
use Kennel\App\Signup\SentForm;
use Kennel\App\Signup\SignupTally;
use Kennel\App\Throttling\Brakes;
use Kennel\App\Throttling\FailureRun;
use Kennel\App\Throttling\SigninAttempt;
use Kennel\App\Throttling\SigninHistory;
use Kennel\App\Tokens\AccessToken;
use Kennel\App\Tokens\Authorization;
use Kennel\App\Tokens\CountTokens;
use Kennel\App\Tokens\DeviceRequest;
use Kennel\App\Tokens\EndWithSessions;
use Kennel\App\Tokens\Holdings;
use Kennel\App\Tokens\PendingAuthorization;
use Kennel\App\Tokens\RevokedToken;
use Kennel\App\Tokens\TokenTally;
use Kennel\App\Verification\ForgetUnproven;
use Kennel\Core\Fields\PhoneNumbers;
use Kennel\Core\Mail\Reach;
use Kennel\Core\Outgoing\OutgoingRules;
use Kennel\Core\Passwords\Blocklist;
use Kennel\Core\Passwords\Guesses\EstimateGuesses;
use Kennel\Core\Passwords\Guesses\WordRanks;
use Kennel\Core\Passwords\Peppers\Peppers;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Signup\ThrowawayDomains;
use Psr\Clock\ClockInterface;

/** Hands the core its clock, its randomness and its rules, and the database its kind of transaction. */
final class KennelProvider extends ServiceProvider
{
    /** Records that say themselves which of their rows may go; kennel:purge prunes each. */
    public const PRUNED = [
        Challenge::class, Invitation::class, Message::class, HeldDelivery::class, Session::class, SentForm::class, PastVerdict::class, SignupTally::class, Import::class,
        HashDay::class, WrapRun::class, CalibrationRun::class, EvidenceEntry::class, StrangerTally::class, IdempotencyKey::class, BulkRun::class,
        SigninAttempt::class, FailureRun::class, PasskeyChallenge::class, Authenticator::class, PendingSignin::class, FactorReset::class, Phone::class, ProviderTrip::class, ProviderOffer::class,
        PendingAuthorization::class, Authorization::class, AccessToken::class, RevokedToken::class, ShownAssertion::class, DeviceRequest::class, TokenTally::class,
    ];

    /** And who deletes what takes more than that. */
    public const FORGETS = [
        ForgetUnproven::class,
        ForgetClosedAccounts::class,
        ForgetImports::class,
        ForgetExports::class,
        ForgetLogos::class,
        ForgetFailedJobs::class,
        ForgetThrottles::class,
        TidyLapsedRoles::class,
        FactorResets::class,
        ForgetRehearsals::class,
    ];

    /** Who keeps what is personal apart from the account's own row. */
    public const FORGETS_ACCOUNTS = [ForgetEvidenceOfAccounts::class, ForgetMessagesOfAccounts::class, ForgetImportRowsOfAccounts::class];

    /** Who keeps sealed values. */
    public const RESEALS = [ResealMessages::class, ResealCases::class, ResealAuthenticators::class, ResealProviderSecrets::class, ResealSigningKeys::class];

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
        $this->app->bind(SealedValues::class, static fn ($app): SealedValues => new SealedValues(array_map($app->make(...), self::RESEALS)));
        $this->app->when(RemoveAccounts::class)->needs('$elsewhere')->give(static fn ($app): array => array_map($app->make(...), self::FORGETS_ACCOUNTS));
        $this->app->bind(Purge::class, static fn (KennelApplication $app): Purge => new Purge(self::PRUNED, self::FORGETS, $app, $app->part(ClockInterface::class)));
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
