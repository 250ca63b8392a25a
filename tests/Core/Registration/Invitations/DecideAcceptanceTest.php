<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Registration\Invitations;

use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Messaging\Mail\AllowanceRules;
use Kennel\Core\Messaging\Mail\DecideAllowance;
use Kennel\Core\Registration\Invitations\DecideAcceptance;
use Kennel\Core\Registration\Invitations\InvitationFacts;
use Kennel\Core\Registration\Invitations\InvitationState;
use PHPUnit\Framework\TestCase;

final class DecideAcceptanceTest extends TestCase
{
    private const NOW = '2026-05-01T12:00:00Z';

    public function test_only_an_open_one_of_an_inviter_who_still_may(): void
    {
        $now = new \DateTimeImmutable(self::NOW);
        $why = static fn (?InvitationFacts $facts, bool $may = true): ?string => (new DecideAcceptance)->reasonAgainst($facts, $may, $now)?->code;
        self::assertNull($why(new InvitationFacts(null, $now->modify('+1 second'))));
        self::assertSame('invitation.lapsed', $why(new InvitationFacts(null, $now)));
        self::assertSame('invitation.unknown', $why(null));
        self::assertSame('invitation.inviter_stopped', $why(new InvitationFacts(null, $now->modify('+1 second')), false));
        foreach ([InvitationState::Accepted, InvitationState::Withdrawn, InvitationState::Replaced, InvitationState::Lapsed] as $state) {
            self::assertSame("invitation.{$state->value}", $why(new InvitationFacts($state, $now->modify('+1 day')), false));
        }
    }

    public function test_the_roles_an_inviter_can_still_give(): void
    {
        $graph = new RoleGraph(['a' => [], 'b' => [], 'c' => []], []);
        $decide = static fn (array $roles, array $held, string ...$giveable): array => (new DecideAcceptance)->roles($roles, $held, $graph, static fn (string $role): bool => in_array($role, $giveable, true), [new Exclusion('apart', ['a', 'b'], 2, 'why')]);
        self::assertSame(['given' => ['a', 'c'], 'lost' => []], $decide(['a', 'c'], [], 'a', 'c'));
        self::assertSame(['given' => ['c'], 'lost' => ['a', 'gone']], $decide(['a', 'c', 'gone'], [], 'c', 'gone'));
        self::assertSame(['given' => ['c'], 'lost' => ['b']], $decide(['a', 'b', 'c'], ['a'], 'a', 'b', 'c'), 'not against what is held, and not what is held');
        self::assertSame(['given' => ['a'], 'lost' => ['b']], $decide(['a', 'b'], [], 'a', 'b'));
    }

    public function test_messages_are_spread_over_the_days_there_is_room_on(): void
    {
        $now = new \DateTimeImmutable(self::NOW);
        $spread = static fn (int $aDay, int $anApp, int $messages, int $used = 0, int $waiting = 0): array => array_map(
            static fn (array $one): string => substr($one['day'], 8)." {$one['messages']}",
            (new DecideAllowance(new AllowanceRules($aDay, 0, $anApp, 20)))->spread($messages, $used, 0, $waiting, $now),
        );
        self::assertSame(['01 30'], $spread(0, 0, 30));
        self::assertSame(['01 8', '02 8', '03 4'], $spread(10, 0, 20));
        self::assertSame(['02 5', '03 2'], $spread(10, 0, 7, used: 8, waiting: 3));
        self::assertSame(['01 5', '02 5', '03 2'], $spread(10, 5, 12));
        self::assertSame([], $spread(1, 0, 3), 'the one there is is kept for those somebody waits for');
        self::assertSame([], $spread(10, 0, 0));
    }
}
