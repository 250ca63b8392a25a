<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Sessions;

use Eris\Generators;
use Eris\TestTrait;
use Kennel\Core\Credentials\Challenges\ChallengeFacts;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Challenges\DecideChallenge;
use Kennel\Core\Credentials\Sessions\DecideSession;
use Kennel\Core\Credentials\Sessions\SessionFacts;
use Kennel\Core\Credentials\Sessions\SessionRules;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Messaging\Mail\Retry;
use Kennel\Core\Registration\Verification\VerificationRules;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class TimeLimitsTest extends TestCase
{
    use TestTrait;

    private const NOON = '2026-05-01T12:00:00Z';

    #[DataProvider('sessions')]
    public function test_a_session_lives_between_its_limits(bool $kept, string $started, string $seen, ?string $ended, ?string $code): void
    {
        $facts = new SessionFacts($kept, self::at($started), self::at($seen), $ended === null ? null : self::at($ended));
        self::assertSame($code, (new DecideSession($this->rules()))($facts, self::at(self::NOON))?->code);
    }

    /** @return array<string, array{bool, string, string, string|null, string|null}> */
    public static function sessions(): array
    {
        return [
            'fresh' => [false, '-1 minute', '-1 minute', null, null],
            'a second before idle' => [false, '-3 hours', '-7199 seconds', null, null],
            'idle to the second' => [false, '-3 hours', '-2 hours', null, 'session.idle'],
            'idle is longer when kept' => [true, '-3 days', '-2 days', null, null],
            'kept, and idle all the same' => [true, '-8 days', '-7 days', null, 'session.idle'],
            'busy, but too old' => [false, '-24 hours', '-1 second', null, 'session.expired'],
            'kept, busy, too old' => [true, '-30 days', '-1 second', null, 'session.expired'],
            'ended' => [true, '-1 hour', '-1 minute', '-1 second', 'session.ended'],
        ];
    }

    public function test_no_session_is_no_session(): void
    {
        self::assertSame('session.unknown', (new DecideSession($this->rules()))(null, self::at(self::NOON))?->code);
    }

    public function test_last_seen_is_written_once_a_minute(): void
    {
        $decide = new DecideSession($this->rules());
        self::assertFalse($decide->shouldMarkSeen(new SessionFacts(false, self::at('-1 hour'), self::at('-59 seconds'), null), self::at(self::NOON)));
        self::assertTrue($decide->shouldMarkSeen(new SessionFacts(false, self::at('-1 hour'), self::at('-60 seconds'), null), self::at(self::NOON)));
    }

    public function test_a_challenge_works_once_in_time_for_one_purpose(): void
    {
        $decide = new DecideChallenge;
        $now = self::at(self::NOON);
        $facts = static fn (string $expires, ?string $used = null, ?string $superseded = null): ChallengeFacts => new ChallengeFacts(
            ChallengePurpose::VerifyAddress,
            self::at($expires),
            $used === null ? null : self::at($used),
            $superseded === null ? null : self::at($superseded),
        );
        $code = static fn (?ChallengeFacts $challenge): ?string => $decide($challenge, ChallengePurpose::VerifyAddress, $now)?->code;

        self::assertNull($code($facts('+1 second')));
        self::assertSame('challenge.expired', $code($facts('+0 seconds')));
        self::assertSame('challenge.used', $code($facts('+1 hour', '-1 hour')));
        self::assertSame('challenge.used', $code($facts('-1 hour', '-2 hours')), 'used says more than too old');
        self::assertSame('challenge.superseded', $code($facts('+1 hour', null, '-1 hour')));
        self::assertSame('challenge.unknown', $code(null));
    }

    public function test_the_cool_down(): void
    {
        $rules = new VerificationRules(Duration::parse('PT24H'), Duration::parse('PT1M'));
        self::assertTrue($rules->mayResend(null, self::at(self::NOON)));
        self::assertFalse($rules->mayResend(self::at('-59 seconds'), self::at(self::NOON)));
        self::assertTrue($rules->mayResend(self::at('-60 seconds'), self::at(self::NOON)));
    }

    public function test_retries_wait_longer_each_time_and_end(): void
    {
        self::assertSame([10, 60, 300, 1_800, 14_400, null], array_map(Retry::secondsAfter(...), range(1, 6)));
    }

    public function test_durations_are_iso_8601_of_fixed_length(): void
    {
        self::assertSame(86_400 + 3_600 + 60 + 1, Duration::parse('P1DT1H1M1S')->seconds);
        self::assertSame(1_209_600, Duration::parse('P2W')->seconds);
        $this->limitTo(200)->forAll(Generators::choose(0, 999), Generators::choose(0, 23), Generators::choose(1, 59))->then(static function (int $days, int $hours, int $minutes): void {
            $text = "P{$days}DT{$hours}H{$minutes}M";
            $interval = new \DateInterval($text);
            $epoch = new \DateTimeImmutable('@0');
            self::assertSame($epoch->add($interval)->getTimestamp(), Duration::parse($text)->seconds);
        });
    }

    #[DataProvider('notDurations')]
    public function test_refuses_other_durations(string $text): void
    {
        $this->expectException(\InvalidArgumentException::class);
        Duration::parse($text);
    }

    /** @return list<array{string}> */
    public static function notDurations(): array
    {
        return [[''], ['P'], ['PT'], ['1H'], ['P1M'], ['P1Y'], ['PT0S'], ['PT-1H'], ["PT1H\n"], ['PT1.5H'], ['P1DT']];
    }

    private static function at(string $when): \DateTimeImmutable
    {
        return $when === self::NOON ? new \DateTimeImmutable($when) : (new \DateTimeImmutable(self::NOON))->modify($when);
    }

    private function rules(): SessionRules
    {
        return new SessionRules(Duration::parse('PT2H'), Duration::parse('PT24H'), Duration::parse('P7D'), Duration::parse('P30D'), Duration::parse('PT1M'), Duration::parse('PT10M'));
    }
}
