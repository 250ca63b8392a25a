<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Administration\Bulk\BulkAct;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Psr\Clock\ClockInterface;

/** Acts upon many accounts as operators meet them: checked first, what would happen is shown, then begun, cancelled, undone. */
final readonly class BulkRuns
{
    /** As many can be named one by one; more are meant by conditions. */
    public const MOST_IDS = 1_000;

    /** So few are looked at while the operator waits. */
    private const AT_ONCE = 500;

    private const SHOWN = 20;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Caller $caller,
        private AccountList $list,
        private Works $works,
        private WorkThroughBulk $workThrough,
        private AuditTrail $audit,
    ) {
    }

    /** @return list<BulkRun> the operator's own, latest first */
    public function latest(SignedIn $operator): array
    {
        return array_values(BulkRun::query()->where('operator_id', $operator->accountId)->orderByDesc('seq')->limit(self::SHOWN)->get()->all());
    }

    /** @throws Refusal for one that is somebody else's, since it lists accounts */
    public function get(string $id, SignedIn $operator): BulkRun
    {
        return BulkRun::query()->where('id', $id)->where('operator_id', $operator->accountId)->first() ?? throw Refusal::notFound();
    }

    /**
     * Has an act checked. Nothing is changed.
     *
     * @param  array<string, mixed>  $parameters  of the act
     * @param  list<string>|null  $ids  null for all that match
     *
     * @throws Refusal for what is invalid
     */
    public function check(BulkAct $act, array $parameters, ?array $ids, ?string $search, Where $where): BulkRun
    {
        $operator = $this->caller->require($act->permission());
        $kept = $this->works->of($act)->read($parameters, $operator->accountId);
        $meant = $this->list->meant($ids, $search, $where);

        return $this->begun($this->database->transaction(function () use ($act, $kept, $meant, $operator): BulkRun {
            $run = $this->add($act, $kept, null, $operator);
            BulkAccount::query()->insertUsing(
                ['run_id', 'position', 'account_seq', 'version', 'state'],
                $meant->toBase()->select([])->selectRaw('?, accounts.seq, accounts.seq, accounts.version, ?', [$run->id, 'waiting']),
            );

            return $this->counted($run);
        }));
    }

    /** @throws Refusal when it was not checked, when nothing would change, for what is invalid */
    public function begin(string $id, string $why, SignedIn $operator): BulkRun
    {
        $run = $this->get($id, $operator);
        $this->caller->require($run->act->permission());
        $reasons = [...WrittenReason::reasonsAgainst($why), ...match (true) {
            $run->state !== 'checked' => [new Reason('bulk.not_checked')],
            $run->planned === 0 => [new Reason('bulk.nothing')],
            default => [],
        }];
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->database->transaction(function () use ($run, $why, $operator): void {
            // What is left out was decided before; the rest is looked at again.
            $anew = ['state' => 'running', 'why' => trim($why), 'done' => $run->left_out, 'changed' => 0, 'begun_at' => Moment::write($this->clock->now())];
            if (BulkRun::query()->where('id', $run->id)->where('state', 'checked')->update($anew) === 0) {
                throw Refusal::invalid([new Reason('bulk.not_checked')]);
            }
            $this->audit->record('accounts.bulk_begun', $operator->asOperator(), null, [], [
                'act' => $run->act->value, 'accounts' => $run->planned, ...$run->undo_of === null ? [] : ['undoes' => $run->undo_of],
            ], trim($why), 'act upon many');
        });

        return $this->begun($run->refresh());
    }

    /** Stops what runs: what was changed stays, and can be undone. What was only checked is discarded. */
    public function cancel(string $id, SignedIn $operator): BulkRun
    {
        $run = $this->get($id, $operator);
        BulkRun::query()->where('id', $run->id)->whereIn('state', ['checking', 'checked', 'running'])
            ->update(['state' => 'cancelled', 'finished_at' => Moment::write($this->clock->now())]);

        return $run->refresh();
    }

    /**
     * Has the undoing of an act checked: of the accounts it changed, as they were before. Whoever was changed again since is left out.
     *
     * @throws Refusal for an act that cannot be undone, or not any more
     */
    public function undo(string $id, SignedIn $operator): BulkRun
    {
        $run = $this->get($id, $operator);
        $this->caller->require($run->act->permission());
        if (! $this->isUndoable($run)) {
            throw Refusal::invalid([new Reason('bulk.not_undoable')]);
        }

        return $this->begun($this->database->transaction(function () use ($run, $operator): BulkRun {
            $undoing = $this->add($run->act, $run->parameters, $run->id, $operator);
            BulkAccount::query()->insertUsing(
                ['run_id', 'position', 'account_seq', 'version', 'state', 'before', 'after'],
                BulkAccount::query()->where('run_id', $run->id)->where('state', 'changed')->toBase()->selectRaw('?, position, account_seq, version, ?, after, before', [$undoing->id, 'waiting']),
            );

            return $this->counted($undoing);
        }));
    }

    public function isUndoable(BulkRun $run): bool
    {
        return $run->act->isUndoable() && $run->undo_of === null && $run->changed > 0 && in_array($run->state, ['done', 'cancelled', 'failed'], true)
            && $this->undoableUntil($run) > $this->clock->now()
            && ! BulkRun::query()->where('undo_of', $run->id)->whereIn('state', ['running', 'done'])->exists();
    }

    public function undoableUntil(BulkRun $run): \DateTimeImmutable
    {
        return Moment::read($run->finished_at ?? $run->begun_at)->modify('+'.BulkAct::UNDOABLE_HOURS.' hours');
    }

    /** @param  array<string, mixed>  $parameters */
    private function add(BulkAct $act, array $parameters, ?string $undoOf, SignedIn $operator): BulkRun
    {
        return BulkRun::query()->create([
            'id' => (string) Str::uuid7(), 'act_id' => (string) Str::uuid7(), 'act' => $act, 'parameters' => $parameters, 'undo_of' => $undoOf,
            'operator_id' => $operator->accountId, 'operator_name' => $operator->name, 'state' => 'checking',
            'total' => 0, 'done' => 0, 'planned' => 0, 'changed' => 0, 'left_out' => 0, 'outcomes' => ['changes' => [], 'left_out' => []], 'begun_at' => Moment::write($this->clock->now()),
        ]);
    }

    private function counted(BulkRun $run): BulkRun
    {
        $run->update(['total' => BulkAccount::query()->where('run_id', $run->id)->count()]);

        return $run;
    }

    /** A few are worked through at once; for many a worker is asked. */
    private function begun(BulkRun $run): BulkRun
    {
        if ($run->total > self::AT_ONCE) {
            ContinueRun::dispatch(WorkThroughBulk::class, $run->id);
        } else {
            ContinueRun::shouldItDie(WorkThroughBulk::class, $run->id);
            $this->workThrough->work($run->id, Step::endless());
        }

        return $run->refresh();
    }
}
