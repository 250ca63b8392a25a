<?php

declare(strict_types=1);

namespace Kennel\App\Http;

use Illuminate\Contracts\Encryption\Encrypter;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Contracts\Translation\Translator;
use Illuminate\Database\Connection;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\Request;
use Kennel\App\Access\AccessFacts;
use Kennel\App\Access\AnswerQuestions;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\Duties\Waivers;
use Kennel\App\Accounts\HeldBackAddresses;
use Kennel\App\Accounts\NoteSeen;
use Kennel\App\Accounts\Standings;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Audit\ErasureKeys;
use Kennel\App\Audit\Sealing;
use Kennel\App\Audit\Strangers;
use Kennel\App\Clients\AuthenticateClient;
use Kennel\App\Clients\CheckSecret;
use Kennel\App\Clients\FindClient;
use Kennel\App\Evidence\EvidenceLog;
use Kennel\App\Evidence\Watch;
use Kennel\App\Factors\FactorResets;
use Kennel\App\Factors\Factors;
use Kennel\App\Factors\Passkeys;
use Kennel\App\Factors\RecoveryCodes;
use Kennel\App\Factors\TextCodes;
use Kennel\App\Fields\FieldValues;
use Kennel\App\Http\Evidence\RecordWire;
use Kennel\App\Http\Protocol\ChooseLanguage;
use Kennel\App\Http\Protocol\DeviceMark;
use Kennel\App\Http\Protocol\RequireSameOrigin;
use Kennel\App\Http\Protocol\SecurityHeaders;
use Kennel\App\Http\Roles\AccessController;
use Kennel\App\Http\Rules\RefuseDraft;
use Kennel\App\Http\Sessions\CurrentSessionController;
use Kennel\App\Http\Sessions\RequirePermission;
use Kennel\App\Http\Signin\SaysOutcome;
use Kennel\App\Http\Signin\SigninController;
use Kennel\App\Http\Tokens\AllowOrigins;
use Kennel\App\Http\Tokens\TokenController;
use Kennel\App\Http\Tokens\UserInfoController;
use Kennel\App\Platform\Container\KennelApplication;
use Kennel\App\Platform\Database\ImmediateSqliteConnection;
use Kennel\App\Platform\Decoy;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Memory\SharedMemory;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Roles\Assignments;
use Kennel\App\Roles\Roles;
use Kennel\App\Rules\RulesInForce;
use Kennel\App\Sessions\CurrentSession;
use Kennel\App\Sessions\EndSessions;
use Kennel\App\Sessions\EndsWithSessions;
use Kennel\App\Sessions\KnownDevices;
use Kennel\App\Sessions\LimitsOfAccount;
use Kennel\App\Sessions\LiveSessions;
use Kennel\App\Sessions\OpenSession;
use Kennel\App\Sessions\PendingSignins;
use Kennel\App\Signin\AdmitSignin;
use Kennel\App\Signin\AttemptSignin;
use Kennel\App\Signin\BeginSession;
use Kennel\App\Signin\FinishSignin;
use Kennel\App\Signin\SigninByPasskey;
use Kennel\App\SigningKeys\SigningKeys;
use Kennel\App\Throttling\Brakes;
use Kennel\App\Throttling\FailureRuns;
use Kennel\App\Throttling\HeldSources;
use Kennel\App\Throttling\SigninHistory;
use Kennel\App\Tokens\CountTokens;
use Kennel\App\Tokens\DescribePerson;
use Kennel\App\Tokens\ExchangeCode;
use Kennel\App\Tokens\Holdings;
use Kennel\App\Tokens\Introspect;
use Kennel\App\Tokens\IssueTokens;
use Kennel\App\Tokens\MintTokens;
use Kennel\App\Tokens\ReadToken;
use Kennel\App\Tokens\RefreshTokens;
use Kennel\App\Tokens\TakeOnce;
use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Accounts\DutyRules;
use Kennel\Core\Challenges\CodeRules;
use Kennel\Core\Clients\LongestLifetime;
use Kennel\Core\Factors\FactorRules;
use Kennel\Core\Fields\DecideFields;
use Kennel\Core\Fields\FieldTypes;
use Kennel\Core\Fields\PhoneNumbers;
use Kennel\Core\Passwords\HashingRules;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\Peppers\Peppers;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Sessions\DecideSession;
use Kennel\Core\Sessions\SessionRules;
use Kennel\Core\Signin\DecideSignin;
use Psr\Clock\ClockInterface;

/**
 * What the busiest requests are made of, class by class. The container finds all of this by itself, by reading each constructor at each request; for
 * those below, that took a fifth of the time of an answer. WiringTest holds the lists against the constructors.
 */
final class Wiring
{
    /** Made once a request. */
    public const SCOPED = [
        RequestContext::class => [],
        Roles::class => [Connection::class, ClockInterface::class, SharedMemory::class],
        CurrentSession::class => [Request::class, ImmediateSqliteConnection::class, ClockInterface::class, DecideSession::class, RequestContext::class],
        SecurityHeaders::class => [RequestContext::class],
        ChooseLanguage::class => [Application::class],
        RecordWire::class => [Watch::class, RequestContext::class],
        RequireSameOrigin::class => [],
        RefuseDraft::class => [],
        RequirePermission::class => [Caller::class],
        CountTokens::class => [ClockInterface::class],
        SigningKeys::class => [ImmediateSqliteConnection::class, ClockInterface::class, LongestLifetime::class, SharedMemory::class],
        FindClient::class => [RulesInForce::class],
        Holdings::class => [ImmediateSqliteConnection::class, ClockInterface::class, DutyRules::class, Roles::class],
    ];

    /** Made whenever somebody asks for it. */
    public const BOUND = [
        Watch::class => [],
        DecideSession::class => [SessionRules::class],
        FieldTypes::class => [PhoneNumbers::class],
        DecideFields::class => [FieldTypes::class],
        CurrentSessionController::class => [Caller::class],
        AccessController::class => [Caller::class],
        AccessFacts::class => [ImmediateSqliteConnection::class, DutyRules::class],
        AnswerQuestions::class => [AccessFacts::class, Roles::class, LiveSessions::class, ClockInterface::class],
        LiveSessions::class => [ClockInterface::class],
        AllowOrigins::class => [],
        TokenController::class => [AuthenticateClient::class, CountTokens::class],
        AuthenticateClient::class => [FindClient::class, CheckSecret::class, ClockInterface::class],
        CheckSecret::class => [ImmediateSqliteConnection::class, ClockInterface::class],
        IssueTokens::class => [MintTokens::class, CountTokens::class, ConnectionInterface::class],
        MintTokens::class => [SigningKeys::class, ClockInterface::class, Entropy::class, Roles::class],
        ExchangeCode::class => [ConnectionInterface::class, Holdings::class, IssueTokens::class, TakeOnce::class, ClockInterface::class, Entropy::class],
        RefreshTokens::class => [ConnectionInterface::class, Holdings::class, IssueTokens::class, TakeOnce::class, ClockInterface::class, Entropy::class],
        ReadToken::class => [Holdings::class, SigningKeys::class, FindClient::class, MintTokens::class, ClockInterface::class],
        Introspect::class => [ReadToken::class, Holdings::class, ClockInterface::class],
        TakeOnce::class => [ImmediateSqliteConnection::class],
        UserInfoController::class => [],
        DescribePerson::class => [],
    ];

    /** The same of signing in, in its steps: there it took a fiftieth of the time that the password takes, and more of a second factor's. */
    public const SIGNIN = [
        SigninController::class => [],
        DeviceMark::class => [Entropy::class],
        SaysOutcome::class => [FactorRules::class],
        AttemptSignin::class => [ConnectionInterface::class, Accounts::class, DecideSignin::class, PasswordHasher::class, AdmitSignin::class, RequestContext::class, ClockInterface::class, AddressRules::class, Brakes::class, Strangers::class, KnownDevices::class, SigninHistory::class],
        FinishSignin::class => [ConnectionInterface::class, ClockInterface::class, PendingSignins::class, Accounts::class, Factors::class, Passkeys::class, TextCodes::class, FactorRules::class, KnownDevices::class, BeginSession::class, Brakes::class, Strangers::class],
        AdmitSignin::class => [BeginSession::class, KnownDevices::class, Accounts::class],
        BeginSession::class => [Caller::class, OpenSession::class, EndSessions::class, AuditTrail::class, RequestContext::class, NoteSeen::class, ClockInterface::class, KnownDevices::class],
        SigninByPasskey::class => [ConnectionInterface::class, Passkeys::class, Accounts::class, FactorResets::class, BeginSession::class, Strangers::class],
        Accounts::class => [ClockInterface::class, AddressRules::class, ErasureKeys::class],
        HeldBackAddresses::class => [ClockInterface::class],
        NoteSeen::class => [],
        Standings::class => [FieldValues::class, Waivers::class, DutyRules::class, Assignments::class],
        Waivers::class => [ImmediateSqliteConnection::class],
        AuditTrail::class => [ClockInterface::class, RequestContext::class, EvidenceLog::class, ErasureKeys::class, Sealing::class],
        ErasureKeys::class => [Entropy::class],
        Sealing::class => [Entropy::class],
        Strangers::class => [AuditTrail::class, RequestContext::class, ClockInterface::class, Decoy::class],
        EvidenceLog::class => [ClockInterface::class, RequestContext::class],
        Factors::class => [ClockInterface::class, Encrypter::class, RecoveryCodes::class, KnownDevices::class, Accounts::class, AuditTrail::class, Standings::class, Passkeys::class, TextCodes::class],
        Passkeys::class => [ClockInterface::class, Entropy::class],
        RecoveryCodes::class => [ClockInterface::class, Entropy::class, FactorRules::class],
        TextCodes::class => [ClockInterface::class, Entropy::class, CodeRules::class, Translator::class],
        FieldValues::class => [],
        Decoy::class => [ConnectionInterface::class],
        Assignments::class => [Roles::class, ClockInterface::class],
        EndSessions::class => [ClockInterface::class, EndsWithSessions::class],
        KnownDevices::class => [ClockInterface::class],
        LimitsOfAccount::class => [SessionRules::class, Assignments::class, Roles::class, ClockInterface::class],
        OpenSession::class => [ClockInterface::class, Entropy::class, LimitsOfAccount::class],
        PendingSignins::class => [ClockInterface::class, Entropy::class],
        FailureRuns::class => [ClockInterface::class],
        HeldSources::class => [ClockInterface::class],
        DecideSignin::class => [PasswordHasher::class],
        PasswordHasher::class => [HashingRules::class, Entropy::class, Peppers::class],
    ];

    private const ALL = self::BOUND + self::SIGNIN;

    public static function of(Application $app): void
    {
        foreach (self::SCOPED as $class => $parts) {
            $app->scoped($class, static fn (KennelApplication $app): object => self::build($app, $class, $parts));
        }
        foreach (self::ALL as $class => $parts) {
            $app->bind($class, static fn (KennelApplication $app): object => self::build($app, $class, $parts));
        }
    }

    /**
     * @param  class-string  $class
     * @param  list<class-string>  $parts
     */
    private static function build(KennelApplication $app, string $class, array $parts): object
    {
        $made = [];
        foreach ($parts as $part) {
            $made[] = isset(self::ALL[$part]) ? self::build($app, $part, self::ALL[$part]) : $app->part($part);
        }

        return new $class(...$made);
    }
}
