<?php

declare(strict_types=1);

namespace Kennel\App\Impact;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Words;
use Kennel\App\Rules\Drafts;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/** Impact as operators meet it: begun, watched, cancelled, and read while it still runs. */
final readonly class ImpactRuns
{
    /** Of one kind and reason so many are listed by name; all are counted. */
    private const LISTED = 2_000;

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

    /**
     * @param  \Closure(int $done, int $total): bool  $goOn  asked after each chunk
     * @return array<string, array{kind: string, code: string, field: string|null, count: int}>
     */
    public function measure(RuleBook $after, \Closure $goOn, ?string $id = null): array
    {
        $counts = [];
        $total = $this->impact->total();
        foreach ($this->impact->of($this->rules->book(), $after) as $done => $findings) {
            $rows = [];
            foreach ($findings as ['account' => $account, 'finding' => $finding]) {
                $key = "{$finding->kind} {$finding->reason->code} {$finding->reason->field}";
                $counts[$key] ??= ['kind' => $finding->kind, 'code' => $finding->reason->code, 'field' => $finding->reason->field, 'count' => 0];
                if (++$counts[$key]['count'] <= self::LISTED && $id !== null) {
                    $rows[] = ['run_id' => $id, 'kind' => $finding->kind, 'code' => $finding->reason->code, 'field' => $finding->reason->field, 'account_id' => $account, 'parameters' => json_encode((object) $finding->reason->parameters, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE)];
                }
            }
            if ($id !== null) {
                $this->database->transaction(function () use ($rows, $id, $done, $counts): void {
                    foreach (array_chunk($rows, self::ROWS_A_STATEMENT) as $some) {
                        $this->database->table('impact_findings')->insert($some);
                    }
                    $this->database->table('impact_runs')->where('id', $id)->update(['done' => $done, 'counts' => json_encode(array_values($counts), JSON_THROW_ON_ERROR)]);
                });
            }
            if (! $goOn($done, $total)) {
                break;
            }
        }

        return $counts;
    }

    private function inShort(string $code, ?string $field): string
    {
        return $this->words->say(new Reason("short.{$code}", parameters: ['field' => $field === null ? '' : str_replace(['fields.', '_'], ['', ' '], $field)]));
    }
}
