<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Registration\Invitations\InvitationState;
use Psr\Clock\ClockInterface;

/** How far those who were invited get: sent, page opened, accepted, account complete; and how long each step takes. */
final readonly class InvitationFunnel
{
    public function __construct(private ClockInterface $clock, private Caller $caller, private Invitations $invitations, private Accounts $accounts)
    {
    }

    /**
     * Of those that were sent in these days.
     *
     * @return array{sent: int, opened: int, accepted: int, complete: int, until_opened: int|null, until_accepted: int|null, until_complete: int|null} the last three in
     *                                                                                                                                               seconds: the median, from the step before
     */
    public function of(?string $app, int $days): array
    {
        $this->caller->require(Permission::InvitationsRead);
        $since = $this->clock->now()->modify("-{$days} days");
        // A resent one is one; one that was replaced is counted as the one in its place.
        $rows = $this->invitations->inSight()->where('created_at', '>=', Moment::write($since))->when($app !== null, static fn ($rows) => $rows->where('app_key', $app))
            ->where(static fn ($rows) => $rows->whereNull('ended')->orWhere('ended', '<>', InvitationState::Replaced->value))
            ->get(['created_at', 'opened_at', 'ended', 'ended_at', 'account_id']);
        $complete = $this->accounts->completedAt(array_values(array_filter($rows->pluck('account_id')->all(), is_string(...))));
        [$opened, $accepted, $completed] = [[], [], []];
        $counts = ['sent' => $rows->count(), 'opened' => 0, 'accepted' => 0, 'complete' => 0];
        foreach ($rows as $one) {
            $isAccepted = $one->ended === InvitationState::Accepted;
            // Whoever signs in with a temporary password has seen no page of it.
            $counts['opened'] += $one->opened_at !== null || $isAccepted ? 1 : 0;
            $counts['accepted'] += $isAccepted ? 1 : 0;
            $one->opened_at === null ? null : $opened[] = self::between($one->created_at, $one->opened_at);
            if ($isAccepted && $one->ended_at !== null) {
                $accepted[] = self::between($one->opened_at ?? $one->created_at, $one->ended_at);
                $at = $complete[(string) $one->account_id] ?? null;
                $counts['complete'] += $at === null ? 0 : 1;
                $at === null ? null : $completed[] = self::between($one->ended_at, $at);
            }
        }

        return [...$counts, 'until_opened' => self::median($opened), 'until_accepted' => self::median($accepted), 'until_complete' => self::median($completed)];
    }

    private static function between(string $from, string $to): int
    {
        return max(0, Moment::read($to)->getTimestamp() - Moment::read($from)->getTimestamp());
    }

    /** @param  list<int>  $seconds */
    private static function median(array $seconds): ?int
    {
        sort($seconds);

        return $seconds === [] ? null : $seconds[intdiv(count($seconds), 2)];
    }
}
