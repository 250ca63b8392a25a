<?php

declare(strict_types=1);

namespace Kennel\App\Credentials;

use Kennel\App\Credentials\Challenges\Challenge;
use Kennel\App\Credentials\Factors\Authenticator;
use Kennel\App\Credentials\Factors\FactorReset;
use Kennel\App\Credentials\Factors\FactorResets;
use Kennel\App\Credentials\Factors\PasskeyChallenge;
use Kennel\App\Credentials\Factors\Phone;
use Kennel\App\Credentials\Factors\ResealAuthenticators;
use Kennel\App\Credentials\Passwords\CalibrationRun;
use Kennel\App\Credentials\Passwords\HashDay;
use Kennel\App\Credentials\Passwords\WrapRun;
use Kennel\App\Credentials\Sessions\PendingSignin;
use Kennel\App\Credentials\Sessions\Session;
use Kennel\App\Credentials\Throttling\FailureRun;
use Kennel\App\Credentials\Throttling\SigninAttempt;
use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Credentials\Sessions\SessionRules;

/** Passwords, second factors, sessions, throttles. */
final class CredentialsProvider extends AreaProvider
{
    /** Records that say themselves which of their rows may go. */
    public const PRUNED = [
        Challenge::class,
        Session::class,
        HashDay::class,
        WrapRun::class,
        CalibrationRun::class,
        SigninAttempt::class,
        FailureRun::class,
        PasskeyChallenge::class,
        Authenticator::class,
        PendingSignin::class,
        FactorReset::class,
        Phone::class,
    ];

    /** What deletes more than rows of one record. */
    public const FORGETS = [
        FactorResets::class,
    ];

    /** What keeps sealed values. */
    public const RESEALS = [
        ResealAuthenticators::class,
    ];

    public static function rules(): array
    {
        return [
            PasswordRules::class => static fn (RulesInForce $rules): PasswordRules => PasswordRules::read($rules->section('password')),
            HashingRules::class => static fn (RulesInForce $rules): HashingRules => HashingRules::read($rules->section('hashing')),
            CodeRules::class => static fn (RulesInForce $rules): CodeRules => CodeRules::read($rules->section('codes')),
            SessionRules::class => static fn (RulesInForce $rules): SessionRules => SessionRules::read($rules->section('sessions')),
        ];
    }
}
