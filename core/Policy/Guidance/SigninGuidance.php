<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Guidance;

use Kennel\Core\Credentials\Throttling\GuessBudget;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Apps\SigninWay;
use Kennel\Core\Policy\Rules\RuleBook;

/**
 * The rules about signing in and sessions, held against what is published. All clauses are from memory, and the screen says so: NIST SP 800-63B-4 (2025),
 * OWASP ASVS 5.0.
 */
final class SigninGuidance
{
    /** NIST SP 800-63B-4, 3.2.2. */
    private const MOST_FAILURES = 100;

    private const DAY = 86_400;

    private const HOUR = 3_600;

    /** ASVS 5.0, 6.3.1, leaves the figure open; a hundred an hour from one source is common practice of those who say one. */
    private const MOST_AN_HOUR = 100;

    /** @return list<Clause> */
    public static function of(RuleBook $book): array
    {
        $demands = $book->factors->roles !== [] || AppRules::demandingFactor($book->apps) !== [];
        $sessions = $book->sessions;
        $ceiling = $book->throttles->ceiling;
        $anHour = (new GuessBudget($book->throttles))->onOneAccount(self::HOUR);

        return [
            $demands ? new Clause('signin_nist.two_factors', Stands::Meets) : new Clause('signin_nist.two_factors_offered', Stands::Against),
            self::offers($book, SigninWay::Passkey) ? new Clause('signin_nist.phishing', Stands::Meets) : new Clause('signin_nist.phishing_not', Stands::Against),
            new Clause('signin_nist.codes_once', Stands::Meets),
            new Clause('signin_nist.recovery', Stands::Exceeds, ['bits' => 75]),
            $ceiling === 0 || $ceiling > self::MOST_FAILURES
                ? new Clause($ceiling === 0 ? 'signin_nist.failures_none' : 'signin_nist.failures', Stands::Against, ['set' => $ceiling], ['throttles.ceiling' => self::MOST_FAILURES])
                : new Clause('signin_nist.failures', $ceiling === self::MOST_FAILURES ? Stands::Meets : Stands::Exceeds, ['set' => $ceiling]),
            self::atMost('signin_nist.reauthenticate', $sessions->absolute->seconds, self::DAY, 'sessions.absolute', 'PT24H'),
            self::atMost('signin_nist.idle', $sessions->idle->seconds, self::HOUR, 'sessions.idle', 'PT1H'),
            self::atMost('signin_nist.kept', $sessions->keptAbsolute->seconds, 30 * self::DAY, 'sessions.kept_absolute', 'P30D'),
            $book->factors->texts ? new Clause('signin_nist.texts', Stands::Against, [], ['factors.texts' => false]) : new Clause('signin_nist.texts_not', Stands::Meets),
            self::offers($book, SigninWay::Mail) ? new Clause('signin_nist.mail', Stands::Against) : new Clause('signin_nist.mail_not', Stands::Meets),
            $anHour <= self::MOST_AN_HOUR ? new Clause('signin_asvs.stuffing', Stands::Meets, ['guesses' => $anHour]) : new Clause('signin_asvs.stuffing_open', Stands::Against),
            new Clause('signin_asvs.tell', $book->throttles->tellAfter > 0 ? Stands::Meets : Stands::Against, ['set' => $book->throttles->tellAfter], $book->throttles->tellAfter > 0 ? [] : ['throttles.tell_after' => 20]),
            new Clause('signin_asvs.renewed', Stands::Meets),
            new Clause('signin_asvs.ended', Stands::Meets),
            new Clause('signin_asvs.seen', Stands::Meets),
        ];
    }

    private static function offers(RuleBook $book, SigninWay $way): bool
    {
        return array_filter($book->apps, static fn (AppRules $app): bool => $app->offers($way)) !== [];
    }

    /** Less is better. */
    private static function atMost(string $code, int $seconds, int $most, string $path, string $duration): Clause
    {
        $hours = ['hours' => (int) ceil($seconds / self::HOUR)];

        return match (true) {
            $seconds > $most => new Clause($code, Stands::Against, $hours, [$path => $duration]),
            $seconds === $most => new Clause($code, Stands::Meets, $hours),
            default => new Clause($code, Stands::Exceeds, $hours),
        };
    }
}
