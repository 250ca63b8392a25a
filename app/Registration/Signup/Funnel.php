<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Words;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** How far people get: forms opened, accounts made, addresses proven, nothing owed; by the day the account was made. And why they were refused. */
final readonly class Funnel
{
    public function __construct(private Accounts $accounts, private ClockInterface $clock, private Caller $caller, private Words $words)
    {
    }

    /** @return array{days: list<array{day: string, opened: int, submitted: int, proven: int, complete: int}>, refusals: list<array{code: string, message: string, tally: int}>} */
    public function of(?string $app, int $days): array
    {
        $this->caller->require(Permission::SignupsRead);
        $today = $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->setTime(0, 0);
        $first = $today->modify('-'.($days - 1).' days');
        $funnel = [];
        for ($day = $first; $day <= $today; $day = $day->modify('+1 day')) {
            $funnel[$day->format('Y-m-d')] = ['day' => $day->format('Y-m-d'), 'opened' => 0, 'submitted' => 0, 'proven' => 0, 'complete' => 0];
        }
        $tallies = SignupTally::query()->where('day', '>=', $first->format('Y-m-d'));
        if ($app !== null) {
            $tallies->where('app_key', $app);
        }
        foreach ($tallies->clone()->where('what', 'opened')->selectRaw('day, sum(tally) AS tally')->groupBy('day')->get() as $row) {
            $funnel[$row->day]['opened'] = (int) $row->tally;
        }
        foreach ($this->accounts->byDay($first, $app) as $day => $made) {
            $funnel[$day] = [...$funnel[$day] ?? ['day' => $day, 'opened' => 0], ...$made];
        }
        $refusals = $tallies->clone()->where('what', 'refused')
            ->selectRaw('detail, sum(tally) AS tally')->groupBy('detail')->orderByDesc('tally')->orderBy('detail')->get();

        return [
            'days' => array_values($funnel),
            'refusals' => array_values($refusals->map(fn (SignupTally $row): array => [
                'code' => $row->detail,
                'message' => $this->words->say(new Reason("short.{$row->detail}", parameters: ['field' => ''])),
                'tally' => (int) $row->tally,
            ])->all()),
        ];
    }
}
