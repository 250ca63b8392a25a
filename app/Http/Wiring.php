<?php

declare(strict_types=1);

namespace Kennel\App\Http;

use Illuminate\Contracts\Foundation\Application;
use Illuminate\Database\Connection;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\Request;
use Kennel\App\Access\AccessFacts;
use Kennel\App\Access\AnswerQuestions;
use Kennel\App\Clients\AuthenticateClient;
use Kennel\App\Clients\CheckSecret;
use Kennel\App\Clients\FindClient;
use Kennel\App\Evidence\Watch;
use Kennel\App\Http\Evidence\RecordWire;
use Kennel\App\Http\Protocol\ChooseLanguage;
use Kennel\App\Http\Protocol\RequireSameOrigin;
use Kennel\App\Http\Protocol\SecurityHeaders;
use Kennel\App\Http\Roles\AccessController;
use Kennel\App\Http\Rules\RefuseDraft;
use Kennel\App\Http\Sessions\CurrentSessionController;
use Kennel\App\Http\Sessions\RequirePermission;
use Kennel\App\Http\Tokens\AllowOrigins;
use Kennel\App\Http\Tokens\TokenController;
use Kennel\App\Http\Tokens\UserInfoController;
use Kennel\App\Platform\Container\KennelApplication;
use Kennel\App\Platform\Database\ImmediateSqliteConnection;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Memory\SharedMemory;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Roles\Roles;
use Kennel\App\Rules\RulesInForce;
use Kennel\App\Sessions\CurrentSession;
use Kennel\App\Sessions\LiveSessions;
use Kennel\App\SigningKeys\SigningKeys;
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
use Kennel\Core\Accounts\DutyRules;
use Kennel\Core\Clients\LongestLifetime;
use Kennel\Core\Fields\DecideFields;
use Kennel\Core\Fields\FieldTypes;
use Kennel\Core\Fields\PhoneNumbers;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Sessions\DecideSession;
use Kennel\Core\Sessions\SessionRules;
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
        ReadToken::class => [Holdings::class, SigningKeys::class, FindClient::class, ClockInterface::class],
        Introspect::class => [ReadToken::class, Holdings::class, ClockInterface::class],
        TakeOnce::class => [ImmediateSqliteConnection::class],
        UserInfoController::class => [],
        DescribePerson::class => [],
    ];

    public static function of(Application $app): void
    {
        foreach (self::SCOPED as $class => $parts) {
            $app->scoped($class, static fn (KennelApplication $app): object => self::build($app, $class, $parts));
        }
        foreach (self::BOUND as $class => $parts) {
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
            $made[] = isset(self::BOUND[$part]) ? self::build($app, $part, self::BOUND[$part]) : $app->part($part);
        }

        return new $class(...$made);
    }
}
