<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\OAuth\SigningKeys;

use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\OAuth\SigningKeys\KeyRules;
use Kennel\Core\OAuth\SigningKeys\KeySchedule;
use Kennel\Core\OAuth\SigningKeys\KeyTimes;
use PHPUnit\Framework\TestCase;

final class KeyScheduleTest extends TestCase
{
    private const LONGEST = 3_600;

    /** Whenever it is looked at, however seldom: whatever was signed is verified for as long as it counts, and nobody signs with what was not published before. */
    public function test_no_token_is_ever_signed_by_a_key_that_nobody_can_know_or_outlives_its_key(): void
    {
        $rules = new KeyRules(Duration::parse('P30D'), Duration::parse('P2D'));
        mt_srand(11);
        for ($run = 0; $run < 20; $run++) {
            $keys = $published = $signed = [];
            $now = new \DateTimeImmutable('2026-01-01T00:00:00Z');
            for ($step = 0; $step < 200; $step++) {
                $schedule = new KeySchedule($keys, self::LONGEST);
                $due = $schedule->due($rules, $now);
                if ($due !== null) {
                    $id = 'key '.count($keys);
                    $keys[] = new KeyTimes($id, $due);
                    $published[$id] = $now;
                    $schedule = new KeySchedule($keys, self::LONGEST);
                }
                $current = $schedule->current($now) ?? self::fail('Nothing could be signed.');
                self::assertTrue($current->id === 'key 0' || $now->getTimestamp() - $published[$current->id]->getTimestamp() >= 2 * 86_400, 'published for two days before');
                $signed[] = [$current->id, $now];
                $ids = array_column($schedule->published($now), 'id');
                foreach ($signed as [$id, $at]) {
                    if ($now->getTimestamp() - $at->getTimestamp() < self::LONGEST) {
                        self::assertContains($id, $ids);
                    }
                }
                self::assertLessThanOrEqual(3, count($ids));
                $now = $now->modify('+'.mt_rand(1, $run % 2 === 0 ? 7_200 : 400_000).' seconds');
            }
        }
    }

    public function test_one_that_was_withdrawn_is_gone_at_once(): void
    {
        $now = new \DateTimeImmutable('2026-05-01T00:00:00Z');
        $schedule = new KeySchedule([new KeyTimes('a', $now->modify('-1 day'), $now), new KeyTimes('b', $now->modify('+1 day'))], self::LONGEST);
        self::assertNull($schedule->current($now));
        self::assertSame(['b'], array_column($schedule->published($now), 'id'));
        self::assertSame('b', $schedule->next($now)?->id);
    }

    /** Whoever has had its turn does not have it again, and does not come back into the key set. */
    public function test_a_former_one_does_not_take_the_place_of_one_that_was_withdrawn(): void
    {
        $now = new \DateTimeImmutable('2026-05-01T00:00:00Z');
        $former = new KeyTimes('former', $now->modify('-100 days'));
        $withdrawn = new KeyTimes('withdrawn', $now->modify('-10 days'), $now);
        $schedule = new KeySchedule([$former, $withdrawn], self::LONGEST);
        self::assertNull($schedule->current($now));
        self::assertSame([], $schedule->published($now));
        $schedule = new KeySchedule([$former, $withdrawn, new KeyTimes('its follower', $now)], self::LONGEST);
        self::assertSame(['its follower'], array_column($schedule->published($now), 'id'));
        self::assertSame('its follower', $schedule->current($now)?->id);
    }

    public function test_one_that_was_withdrawn_before_it_signed_follows_nothing(): void
    {
        $now = new \DateTimeImmutable('2026-05-01T00:00:00Z');
        $current = new KeyTimes('current', $now->modify('-10 days'));
        $schedule = new KeySchedule([$current, new KeyTimes('next', $now->modify('+1 day'), $now)], self::LONGEST);
        self::assertNull($schedule->goneAt($current));
        self::assertSame('current', $schedule->current($now->modify('+2 days'))?->id);
    }
}
