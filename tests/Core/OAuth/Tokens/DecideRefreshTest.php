<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\OAuth\Tokens;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\OAuth\Tokens\DecideRefresh;
use Kennel\Core\OAuth\Tokens\FamilyState;
use Kennel\Core\OAuth\Tokens\RefreshToken;
use Kennel\Core\OAuth\Tokens\RefreshVerdict;
use Kennel\Core\OAuth\Tokens\Superseded;
use PHPUnit\Framework\TestCase;

/** Refresh tokens within and outside the overlap, by a family that is refreshed at random moments. */
final class DecideRefreshTest extends TestCase
{
    private const KEYS = ['the key in use', 'a former key'];

    /** @var list<RefreshToken> in the order they were given */
    private array $tokens;

    /** @var array<int, \DateTimeImmutable> when each was exchanged */
    private array $exchanged = [];

    private FamilyState $family;

    private \DateTimeImmutable $now;

    protected function setUp(): void
    {
        $this->now = new \DateTimeImmutable('2026-05-01T12:00:00Z');
        $this->tokens = [RefreshToken::draw(new class implements Entropy
        {
            public function bytes(int $length): string
            {
                return random_bytes(max(1, $length));
            }
        })];
        $this->family = new FamilyState($this->tokens[0]->secretDigest(), [], $this->now->modify('+1 year'));
    }

    public function test_every_token_of_the_last_seconds_leads_to_the_current_one_and_no_other_does(): void
    {
        mt_srand(32);
        $verdicts = [];
        for ($step = 0; $step < 400; $step++) {
            mt_rand(0, 2) === 0 ? $this->exchange() : $this->pass(mt_rand(0, 12));
            foreach ($this->tokens as $index => $token) {
                $verdict = DecideRefresh::of($token, $this->family, $this->now);
                $verdicts[$verdict->name] = true;
                self::assertSame($this->expected($index), $verdict);
                $leadsTo = DecideRefresh::current($token, $this->family, self::KEYS, $this->now);
                self::assertSame($verdict === RefreshVerdict::RenewedAgain ? $this->family->currentDigest : null, $leadsTo?->secretDigest());
            }
        }
        self::assertCount(3, $verdicts, 'each of them was met');
    }

    public function test_a_clock_that_is_set_back_a_little_ends_nothing(): void
    {
        $this->exchange();
        $this->pass(-3);
        self::assertSame(RefreshVerdict::RenewedAgain, DecideRefresh::of($this->tokens[0], $this->family, $this->now));
        $this->pass(-DecideRefresh::OVERLAP);
        self::assertSame(RefreshVerdict::Reused, DecideRefresh::of($this->tokens[0], $this->family, $this->now), 'an hour would be an hour for a thief');
    }

    public function test_a_family_that_lapsed_gives_nothing(): void
    {
        $this->exchange();
        $this->family = new FamilyState($this->family->currentDigest, $this->family->superseded, $this->now);
        self::assertSame([RefreshVerdict::Lapsed, RefreshVerdict::Lapsed], [DecideRefresh::of($this->tokens[0], $this->family, $this->now), DecideRefresh::of($this->tokens[1], $this->family, $this->now)]);
    }

    public function test_without_the_key_nothing_leads_anywhere(): void
    {
        $this->exchange();
        self::assertNull(DecideRefresh::current($this->tokens[0], $this->family, ['another key'], $this->now));
    }

    private function expected(int $index): RefreshVerdict
    {
        $age = isset($this->exchanged[$index]) ? $this->now->getTimestamp() - $this->exchanged[$index]->getTimestamp() : null;

        return match (true) {
            $age === null => RefreshVerdict::Renewed,
            $age <= DecideRefresh::OVERLAP => RefreshVerdict::RenewedAgain,
            default => RefreshVerdict::Reused,
        };
    }

    private function exchange(): void
    {
        $shown = $this->tokens[count($this->tokens) - 1];
        $salt = bin2hex(random_bytes(16));
        $next = $shown->successor($salt, self::KEYS[mt_rand(0, 1)]);
        $this->exchanged[count($this->tokens) - 1] = $this->now;
        $this->tokens[] = $next;
        $this->family = new FamilyState(
            $next->secretDigest(),
            [...$this->family->supersededAt($this->now), new Superseded($shown->secretDigest(), $salt, $this->now)],
            $this->family->lapsesAt,
        );
    }

    private function pass(int $seconds): void
    {
        $this->now = $this->now->modify("{$seconds} seconds");
    }
}
