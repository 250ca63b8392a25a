<?php

declare(strict_types=1);

namespace Kennel\App\Impact;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Queue\Step;
use Kennel\App\Platform\Words;
use Kennel\App\Rules\Drafts;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Impact\Finding;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/** Impact as operators meet it: begun, watched, cancelled, and read while it still runs. */
final readonly class ImpactRuns
{
    private const ROWS_A_STATEMENT = 100;

    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private Impact $impact, private RulesInForce $rules, private Drafts $drafts, private Words $words)
    {
    }

    /** Begins one for the draft as it stands; those of earlier drafts are done with. */
    public function begin(): string
    {
        $id = (string) Str::uuid7();
        $this->database->transaction(function () use ($id): void {
            $this->database->table('impact_runs')->delete();
            $this->database->table('impact_runs')->insert([
                'id' => $id, 'draft_version' => $this->drafts->current()->version, 'state' => 'queued', 'total' => $this->impact->total(), 'counts' => '[]', 'started_at' => Moment::write($this->clock->now()),
            ]);
            MeasureImpact::dispatch($id);
        });

        return $id;
    }

    /** @return array<string, mixed>|null the run of the draft as it stands */
    public function current(): ?array
    {
        $row = $this->database->table('impact_runs')->where('draft_version', $this->drafts->current()->version)->first();
        if ($row === null) {
            return null;
        }
        /** @var list<array{kind: string, code: string, field: string|null, count: int}> $counts */
        $counts = json_decode($row->counts, true, flags: JSON_THROW_ON_ERROR);

        return [
            'id' => $row->id,
            'draft_version' => (int) $row->draft_version,
            'state' => $row->state,
            'done' => (int) $row->done,
            'total' => (int) $row->total,
            'counts' => array_map(fn (array $count): array => [...$count, 'message' => $this->words->say(new Reason("impact.{$count['kind']}", parameters: ['count' => $count['count'], 'what' => $this->inShort($count['code'], $count['field'])]))], $counts),
            'started_at' => $row->started_at,
            'finished_at' => $row->finished_at,
        ];
    }

    public function cancel(string $id): void
    {
        $this->database->table('impact_runs')->where('id', $id)->whereIn('state', ['queued', 'running'])->update(['state' => 'cancelled', 'finished_at' => Moment::write($this->clock->now())]);
    }

    public function fail(string $id): void
    {
        $this->database->table('impact_runs')->where('id', $id)->whereIn('state', ['queued', 'running'])->update(['state' => 'failed', 'finished_at' => Moment::write($this->clock->now())]);
    }

    /**
     * Works on a run, of the very save of the draft it was begun for.
     *
     * @return bool false when there is more to do
     */
    public function work(string $id, Step $step): bool
    {
        $run = $this->database->table('impact_runs')->where('id', $id);
        if ($run->clone()->whereIn('state', ['queued', 'running'])->update(['state' => 'running']) === 0) {
            return true;
        }
        $row = $run->clone()->first();
        $document = (int) ($row->draft_version ?? 0) === 0 ? $this->rules->document() : $this->drafts->documentOf((int) ($row->draft_version ?? 0));
        if ($row === null || $document === null) {
            $this->cancel($id);

            return true;
        }
        $counts = new ImpactCounts(json_decode($row->counts, true, flags: JSON_THROW_ON_ERROR));
        foreach ($this->impact->of($this->rules->book(), RuleBook::fromArray($document), (int) $row->cursor) as $last => ['accounts' => $accounts, 'findings' => $findings]) {
            if (! $this->keep($id, $counts->add($findings), $last, $accounts, $counts)) {
                return true;
            }
            if ($step->isOver()) {
                return false;
            }
        }
        $run->clone()->where('state', 'running')->update(['state' => 'done', 'finished_at' => Moment::write($this->clock->now())]);

        return true;
    }

    /**
     * All at once, for whoever waits for it.
     *
     * @return list<array{kind: string, code: string, field: string|null, count: int}>
     */
    public function measure(RuleBook $before, RuleBook $after): array
    {
        $counts = new ImpactCounts([]);
        foreach ($this->impact->of($before, $after) as ['findings' => $findings]) {
            $counts->add($findings);
        }

        return $counts->all();
    }

    /**
     * A chunk's findings, and the place behind it, in one transaction.
     *
     * @param  list<array{account: string|null, finding: Finding}>  $listed
     * @return bool false when it was cancelled
     */
    private function keep(string $id, array $listed, int $last, int $accounts, ImpactCounts $counts): bool
    {
        $rows = array_map(static fn (array $one): array => [
            'run_id' => $id, 'kind' => $one['finding']->kind, 'code' => $one['finding']->reason->code, 'field' => $one['finding']->reason->field, 'account_id' => $one['account'],
            'parameters' => json_encode((object) $one['finding']->reason->parameters, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE),
        ], $listed);

        return $this->database->transaction(function () use ($id, $rows, $last, $accounts, $counts): bool {
            $isOn = $this->database->table('impact_runs')->where('id', $id)->where('state', 'running')
                ->update(['done' => $this->database->raw("done + {$accounts}"), 'cursor' => $last, 'counts' => json_encode($counts->all(), JSON_THROW_ON_ERROR)]) === 1;
            foreach ($isOn ? array_chunk($rows, self::ROWS_A_STATEMENT) : [] as $some) {
                $this->database->table('impact_findings')->insert($some);
            }

            return $isOn;
        });
    }

    private function inShort(string $code, ?string $field): string
    {
        return $this->words->say(new Reason("short.{$code}", parameters: ['field' => $field === null ? '' : str_replace(['fields.', '_'], ['', ' '], $field)]));
    }
}
