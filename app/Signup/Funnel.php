<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Words;
use Kennel\App\Sessions\CurrentSession;
use Kennel\Core\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** How far people get: forms opened, accounts made, addresses proven, nothing owed; by the day the account was made. And why they were refused. */
final readonly class Funnel
{
    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private CurrentSession $session, private Words $words)
    {
    }

    /** @return array{days: list<array{day: string, opened: int, submitted: int, proven: int, complete: int}>, refusals: list<array{code: string, message: string, tally: int}>} */
    public function of(?string $app, int $days): array
    {
        $this->session->require('kennel:signups.read');
        $today = $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->setTime(0, 0);
        $first = $today->modify('-'.($days - 1).' days');
        $funnel = [];
        for ($day = $first; $day <= $today; $day = $day->modify('+1 day')) {
            $funnel[$day->format('Y-m-d')] = ['day' => $day->format('Y-m-d'), 'opened' => 0, 'submitted' => 0, 'proven' => 0, 'complete' => 0];
        }
        $tallies = $this->database->table('signup_tallies')->where('day', '>=', $first->format('Y-m-d'));
        $accounts = $this->database->table('accounts')->where('created_at', '>=', Moment::write($first));
        if ($app !== null) {
            $tallies->where('app_key', $app);
            $accounts->where('app_key', $app);
        }
        foreach ($tallies->clone()->where('what', 'opened')->selectRaw('day, sum(tally) AS opened')->groupBy('day')->get() as $row) {
            $funnel[$row->day]['opened'] = (int) $row->opened;
        }
        foreach ($accounts->selectRaw('substr(created_at, 1, 10) AS day, count(*) AS submitted, count(email_proven_at) AS proven, count(completed_at) AS complete')->groupBy('day')->get() as $row) {
            $funnel[$row->day] = [...$funnel[$row->day] ?? ['day' => $row->day, 'opened' => 0], 'submitted' => (int) $row->submitted, 'proven' => (int) $row->proven, 'complete' => (int) $row->complete];
        }
        $refusals = $tallies->clone()->where('what', 'refused')->selectRaw('detail, sum(tally) AS tally')->groupBy('detail')->orderByDesc('tally')->orderBy('detail')->get();

        return [
            'days' => array_values($funnel),
            'refusals' => array_values($refusals->map(fn (\stdClass $row): array => ['code' => $row->detail, 'message' => $this->words->say(new Reason("short.{$row->detail}", parameters: ['field' => ''])), 'tally' => (int) $row->tally])->all()),
        ];
    }
}
