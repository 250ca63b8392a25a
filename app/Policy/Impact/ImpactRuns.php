<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Disclosure\FieldNames;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\LongRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Foundation\Words;
use Kennel\App\Policy\AudienceNames;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Impact\Finding;
use Kennel\Core\Policy\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/** Impact as operators meet it: begun, watched, cancelled, and read while it still runs. */
final readonly class ImpactRuns implements LongRun
{
    private const ROWS_A_STATEMENT = 100;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Impact $impact,
        private RulesInForce $rules,
        private Drafts $drafts,
        private Words $words,
    ) {
    }

    /** Begins one for the draft as it stands; those of earlier drafts are done with. */
    public function begin(): string
    {
        return $this->database->transaction(function (): string {
            ImpactRun::query()->delete();
            $run = ImpactRun::query()->create([
                'draft_version' => $this->drafts->current()->version, 'state' => 'queued', 'total' => $this->impact->total(), 'counts' => [], 'started_at' => Moment::write($this->clock->now()),
            ]);
            ContinueRun::dispatch(ImpactRuns::class, $run->id);

            return $run->id;
        });
    }

    /** @return array<string, mixed>|null the run of the draft as it stands */
    public function current(): ?array
    {
        $row = ImpactRun::query()->where('draft_version', $this->drafts->current()->version)->first();
        if ($row === null) {
            return null;
        }

        return [
            'id' => $row->id,
            'draft_version' => $row->draft_version,
            'state' => $row->state,
            'done' => $row->done,
            'total' => $row->total,
            'counts' => array_map(
                fn (array $count): array => [
                    ...$count,
                    'message' => $this->words->say(new Reason(
                        "impact.{$count['kind']}",
                        parameters: ['count' => $count['count'], 'what' => $this->inShort($count['code'], $count['field'])],
                    )),
                ],
                $row->counts,
            ),
            'started_at' => $row->started_at,
            'finished_at' => $row->finished_at,
        ];
    }

    public function cancel(string $id): void
    {
        ImpactRun::end($id, 'cancelled', $this->clock->now());
    }

    public function fail(string $id): void
    {
        ImpactRun::end($id, 'failed', $this->clock->now());
    }

    /**
     * Works on a run, of the very save of the draft it was begun for.
     *
     * @return bool false when there is more to do
     */
    public function work(string $id, Step $step): bool
    {
        $run = ImpactRun::query()->live()->find($id);
        if ($run === null || ImpactRun::query()->live()->whereKey($id)->update(['state' => 'running']) === 0) {
            return true;
        }
        $document = $run->draft_version === 0 ? $this->rules->document() : $this->drafts->documentOf($run->draft_version);
        if ($document === null) {
            $this->cancel($id);

            return true;
        }
        $counts = new ImpactCounts($run->counts);
        foreach ($this->impact->of(RuleBook::fromArray($this->rules->document()), RuleBook::fromArray($document), $run->cursor) as $last => ['accounts' => $accounts, 'findings' => $findings]) {
            if (! $this->keep($id, $counts->add($findings), $last, $accounts, $counts)) {
                return true;
            }
            if ($step->isOver()) {
                return false;
            }
        }
        ImpactRun::query()->whereKey($id)->where('state', 'running')->update(['state' => 'done', 'finished_at' => Moment::write($this->clock->now())]);

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
            'parameters' => AsJson::encode((object) $one['finding']->reason->parameters),
        ], $listed);

        return $this->database->transaction(function () use ($id, $rows, $last, $accounts, $counts): bool {
            $isOn = ImpactRun::query()->whereKey($id)->where('state', 'running')
                ->increment('done', $accounts, ['cursor' => $last, 'counts' => AsJson::encode($counts->all())]) === 1;
            foreach ($isOn ? array_chunk($rows, self::ROWS_A_STATEMENT) : [] as $some) {
                ImpactFinding::query()->insert($some);
            }

            return $isOn;
        });
    }

    private function inShort(string $code, ?string $field): string
    {
        if (preg_match('/^disclosure\.fields\.(.+)\.grants\.([^.]+)$/Ds', (string) $field, $found) === 1) {
            $book = RuleBook::fromArray($this->rules->document());

            return $this->words->say(new Reason($code, parameters: [
                'audience' => AudienceNames::of(Audience::parse($found[2]), $book), 'label' => FieldNames::label(FieldKey::parse($found[1]), $book->fields),
            ]));
        }

        return $this->words->say(new Reason("short.{$code}", parameters: ['field' => $field === null ? '' : str_replace(['fields.', '_'], ['', ' '], $field)]));
    }
}
