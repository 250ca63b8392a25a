<?php

declare(strict_types=1);

namespace Kennel\App;

use Illuminate\Cache\CacheManager;
use Illuminate\Contracts\Cache\Repository;
use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Contracts\Foundation\MaintenanceMode;
use Illuminate\Database\Connection;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Foundation\FileBasedMaintenanceMode;
use Illuminate\Routing\UrlGenerator;
use Illuminate\Support\ServiceProvider;
use Kennel\App\Accounts\ForgetClosedAccounts;
use Kennel\App\Apps\Apps;
use Kennel\App\Audit\StrangerTally;
use Kennel\App\Challenges\Challenge;
use Kennel\App\Evidence\EvidenceEntry;
use Kennel\App\Fields\DialledNumbers;
use Kennel\App\Http\Protocol\IdempotencyKey;
use Kennel\App\Imports\ForgetImports;
use Kennel\App\Imports\Import;
use Kennel\App\Mail\HeldDelivery;
use Kennel\App\Mail\Message;
use Kennel\App\Mail\Relay;
use Kennel\App\Mail\RelayFacts;
use Kennel\App\Mail\SmtpRelay;
use Kennel\App\Mail\StandInRelay;
use Kennel\App\Passwords\Brakes;
use Kennel\App\Passwords\CalibrationRun;
use Kennel\App\Passwords\CommonPasswords;
use Kennel\App\Passwords\HashDay;
use Kennel\App\Passwords\PepperKeys;
use Kennel\App\Passwords\RankedWords;
use Kennel\App\Passwords\WrapRun;
use Kennel\App\Platform\Clock;
use Kennel\App\Platform\Database\ImmediateSqliteConnection;
use Kennel\App\Platform\DerivedKey;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Pause;
use Kennel\App\Platform\Queue\ForgetFailedJobs;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\App\Platform\SystemEntropy;
use Kennel\App\Platform\SystemPause;
use Kennel\App\Platform\Throttling\ForgetThrottles;
use Kennel\App\Platform\Throttling\LockingFileStore;
use Kennel\App\Recovery\SendRecovery;
use Kennel\App\Rules\ForgetLogos;
use Kennel\App\Rules\RulesInForce;
use Kennel\App\Sessions\CurrentSession;
use Kennel\App\Sessions\Session;
use Kennel\App\Signup\ListedThrowawayDomains;
use Kennel\App\Signup\PastVerdict;
use Kennel\App\Signup\SentForm;
use Kennel\App\Signup\SignupTally;
use Kennel\App\Verification\ForgetUnproven;
use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Accounts\DutyRules;
use Kennel\Core\Apps\AppRules;
use Kennel\Core\Fields\DecideFields;
use Kennel\Core\Fields\FieldRules;
use Kennel\Core\Fields\PhoneNumbers;
use Kennel\Core\Mail\Reach;
use Kennel\Core\Passwords\Blocklist;
use Kennel\Core\Passwords\Guesses\EstimateGuesses;
use Kennel\Core\Passwords\Guesses\WordRanks;
use Kennel\Core\Passwords\HashingRules;
use Kennel\Core\Passwords\PasswordRules;
use Kennel\Core\Passwords\Peppers\Peppers;
use Kennel\Core\Pictures\PictureRules;
use Kennel\Core\Retention\RetentionRules;
use Kennel\Core\Rules\ReviewRules;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Sessions\SessionRules;
use Kennel\Core\Signup\BotRules;
use Kennel\Core\Signup\SignupRules;
use Kennel\Core\Signup\TermsRules;
use Kennel\Core\Signup\ThrowawayDomains;
use Kennel\Core\Throttling\ThrottleRules;
use Kennel\Core\Verification\VerificationRules;
use Psr\Clock\ClockInterface;

/** Hands the core its clock, its randomness and its rules, and the database its kind of transaction. */
final class KennelProvider extends ServiceProvider
{
    /** Records that say themselves which of their rows may go; kennel:purge prunes each. */
    public const PRUNED = [
        Challenge::class, Message::class, HeldDelivery::class, Session::class, SentForm::class, PastVerdict::class, SignupTally::class, Import::class,
        HashDay::class, WrapRun::class, CalibrationRun::class, EvidenceEntry::class, StrangerTally::class, IdempotencyKey::class,
    ];

    /** And who deletes what takes more than that. */
    public const FORGETS = [ForgetUnproven::class, ForgetClosedAccounts::class, ForgetImports::class, ForgetLogos::class, ForgetFailedJobs::class, ForgetThrottles::class];

    /** What is read from the rule book, each part by itself: most requests need one of them. */
    public const RULES = [
        Apps::class, SignupRules::class, TermsRules::class, BotRules::class, AddressRules::class, FieldRules::class, DutyRules::class, PictureRules::class,
        PasswordRules::class, HashingRules::class, VerificationRules::class, SessionRules::class, ReviewRules::class, ThrottleRules::class, RetentionRules::class,
    ];

    public function register(): void
    {
        Connection::resolverFor('sqlite', static fn ($pdo, $database, $prefix, $config): ImmediateSqliteConnection => new ImmediateSqliteConnection($pdo, $database, $prefix, $config));
        $this->app->singleton(ClockInterface::class, Clock::class);
        $this->app->singleton(Entropy::class, SystemEntropy::class);
        $this->app->singleton(Pause::class, SystemPause::class);
        $this->app->scoped(RequestContext::class);
        $this->app->scoped(CurrentSession::class);
        $this->app->bind(Caller::class, CurrentSession::class);
        $this->app->singleton(MaintenanceMode::class, FileBasedMaintenanceMode::class);
        $this->app->bind(Encrypter::class, static fn ($app): Encrypter => $app['encrypter']);
        $this->app->bind(Relay::class, static fn ($app): Relay => config('kennel.relay') === 'stand-in'
            ? $app->make(StandInRelay::class)
            : new SmtpRelay((string) config('kennel.relay'), (string) config('kennel.sender.address')));
        $this->app->scoped(Reach::class, fn (): Reach => $this->app->make(RelayFacts::class)->reach());
        $this->app->bind(ConnectionInterface::class, static fn ($app): Connection => $app['db']->connection());
        $this->app->bind(Connection::class, static fn ($app): Connection => $app['db']->connection());
        $this->app->singleton(Blocklist::class, static fn (): CommonPasswords => new CommonPasswords(resource_path('passwords/common.txt')));
        $this->app->singleton(WordRanks::class, static fn (): RankedWords => new RankedWords(resource_path('passwords/words.bin')));
        $this->app->scoped(EstimateGuesses::class, fn (): EstimateGuesses => new EstimateGuesses($this->app->make(WordRanks::class), (int) $this->app->make(ClockInterface::class)->now()->format('Y')));
        $this->app->scoped(Peppers::class, static fn (): Peppers => PepperKeys::read((string) config('kennel.peppers.file'), (string) config('kennel.peppers.keys')));
        $this->app->singleton(ThrowawayDomains::class, static fn (): ListedThrowawayDomains => new ListedThrowawayDomains(resource_path('domains/throwaway.txt')));
        $this->app->singleton(PhoneNumbers::class, DialledNumbers::class);
        $this->app->when(Brakes::class)->needs(Repository::class)->give(static fn ($app): Repository => $app['cache']->store('throttles'));
        // Asked for by a command alone.
        if ($this->app->runningInConsole()) {
            $this->app->tag(self::FORGETS, Forgets::class);
        }
        // Most requests count nothing and need no cache.
        $this->callAfterResolving('cache', static function (CacheManager $caches): void {
            $caches->extend('locking-file', fn ($app, array $config): Repository => $caches->repository(new LockingFileStore($app['files'], $config['path'])));
        });
        $this->registerRules();
    }

    /** Links in messages begin with the configured address, never with the Host header, which a stranger chooses. */
    public function boot(): void
    {
        $urls = $this->app->make(UrlGenerator::class);
        $urls->forceRootUrl((string) config('app.url'));
        $urls->setKeyResolver(static fn (): string => DerivedKey::for('signed addresses'));
    }

    /** Read once a request or job, so that what is published counts from the next on. */
    private function registerRules(): void
    {
        $this->app->scoped(RulesInForce::class, static fn ($app): RulesInForce => new RulesInForce($app->make(Connection::class), storage_path('framework/rules')));
        $rules = fn (): RulesInForce => $this->app->make(RulesInForce::class);
        $this->app->scoped(Apps::class, fn (): Apps => new Apps(AppRules::readAll($rules()->only('apps'))));
        $this->app->scoped(SignupRules::class, static fn (): SignupRules => SignupRules::read($rules()->section('signup')));
        $this->app->scoped(TermsRules::class, static fn (): TermsRules => TermsRules::read($rules()->section('signup', 'terms')));
        $this->app->scoped(BotRules::class, static fn (): BotRules => BotRules::read($rules()->section('signup', 'bots')));
        $this->app->scoped(AddressRules::class, static fn (): AddressRules => AddressRules::read($rules()->section('addresses')));
        $this->app->scoped(FieldRules::class, static fn (): FieldRules => FieldRules::read($rules()->only('fields')));
        $this->app->scoped(DutyRules::class, fn (): DutyRules => new DutyRules(
            $this->app->make(FieldRules::class),
            $this->app->make(TermsRules::class)->version,
            $this->app->make(DecideFields::class),
            $this->app->make(ClockInterface::class)->now(),
        ));
        $this->app->scoped(PictureRules::class, static fn (): PictureRules => PictureRules::read($rules()->section('pictures')));
        $this->app->scoped(PasswordRules::class, static fn (): PasswordRules => PasswordRules::read($rules()->section('password')));
        $this->app->scoped(HashingRules::class, static fn (): HashingRules => HashingRules::read($rules()->section('hashing')));
        $this->app->scoped(VerificationRules::class, static fn (): VerificationRules => VerificationRules::read($rules()->section('verification')));
        $this->app->when(SendRecovery::class)->needs(VerificationRules::class)->give(static fn (): VerificationRules => VerificationRules::read($rules()->section('recovery')));
        $this->app->scoped(SessionRules::class, static fn (): SessionRules => SessionRules::read($rules()->section('sessions')));
        $this->app->scoped(ReviewRules::class, static fn (): ReviewRules => ReviewRules::read($rules()->section('review')));
        $this->app->scoped(ThrottleRules::class, static fn (): ThrottleRules => ThrottleRules::read($rules()->section('throttles')));
        $this->app->scoped(RetentionRules::class, static fn (): RetentionRules => RetentionRules::read($rules()->section('retention')));
    }
}
