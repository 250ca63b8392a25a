<?php

declare(strict_types=1);

namespace Kennel\App\Impact;

use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Kennel\App\Platform\Moment;
use Kennel\App\Rules\Drafts;
use Kennel\Core\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/** Works on one impact run. It can be cancelled between chunks; a run broken off by a restart begins again. */
final class MeasureImpact implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;

    public int $tries = 3;

    public int $timeout = 600;

    public function __construct(private readonly string $runId)
    {
    }

    public function handle(ConnectionInterface $database, ImpactRuns $runs, Drafts $drafts, ClockInterface $clock): void
    {
        $run = $database->table('impact_runs')->where('id', $this->runId);
        if ($run->clone()->whereIn('state', ['queued', 'running'])->update(['state' => 'running', 'done' => 0]) === 0) {
            return;
        }
        $database->table('impact_findings')->where('run_id', $this->runId)->delete();
        $goOn = static fn (): bool => $run->clone()->value('state') === 'running';
        $runs->measure(RuleBook::fromArray($drafts->current()->document), $goOn, $this->runId);
        $run->clone()->where('state', 'running')->update(['state' => 'done', 'finished_at' => Moment::write($clock->now())]);
    }

    public function failed(): void
    {
        app(ConnectionInterface::class)->table('impact_runs')->where('id', $this->runId)->update(['state' => 'failed']);
    }
}
