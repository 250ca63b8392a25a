<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/** What happens to one app: how often somebody was let in, tokens by grant, refusals by code; and who is in now. */
final readonly class AppFigures
{
    private const DAYS = 28;

    public function __construct(private ClockInterface $clock)
    {
    }

    /** @return list<array{day: string, counts: array<string, int>}> every day (UTC) up to today, the oldest first */
    public function days(string $app): array
    {
        $today = $this->clock->now()->setTimezone(new \DateTimeZone('UTC'));
        $days = [];
        for ($ago = self::DAYS - 1; $ago >= 0; $ago--) {
            $days[$today->modify("-{$ago} days")->format('Y-m-d')] = [];
        }
        foreach (TokenTally::query()->where('app_key', $app)->where('day', '>=', array_key_first($days))->get() as $row) {
            $days[$row->day][$row->what] = $row->times;
        }

        return array_map(static fn (string $day, array $counts): array => ['day' => $day, 'counts' => $counts], array_keys($days), $days);
    }

    /** @return array{authorizations: int, accounts: int} that can still be renewed, and of how many people */
    public function live(string $app): array
    {
        $live = Authorization::query()->where('app_key', $app)->whereNull('ended_at')->whereNotNull('current_digest')->where('lapses_at', '>', Moment::write($this->clock->now()));

        return ['authorizations' => $live->count(), 'accounts' => $live->clone()->distinct()->count('account_id')];
    }
}
