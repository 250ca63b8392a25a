<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\LongRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Administration\Bulk\Change;
use Psr\Clock\ClockInterface;

/**
 * Checks or does an act, chunk by chunk. A chunk, what it changed, its events and how far the run is are one transaction: killed anywhere, it
 * is gone on with behind the last chunk, and nothing is done twice.
 */
final readonly class WorkThroughBulk implements LongRun
{
    private const CHUNK = 200;

    /** So that nobody waits long for the lock while messages are written. */
    private const CHUNK_WITH_MAIL = 20;

    private const ROWS_A_STATEMENT = 100;

    /** So many kinds of outcome are told apart. */
    private const OUTCOMES = 100;

    /** What the rest is tallied as. */
    private const OTHERS = '["…","…"]';

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Works $works,
        private PlanChunk $plan,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
    ) {
    }

    /** @return bool false when there is more to do */
    public function work(string $id, Step $step): bool
    {
        do {
            $isMore = $this->database->transaction(fn (): bool => $this->chunk($id));
        } while ($isMore && ! $step->isOver());

        return ! $isMore;
    }

    public function fail(string $id): void
    {
        BulkRun::query()->where('id', $id)->whereIn('state', ['checking', 'running'])
            ->update(['state' => 'failed', 'failure' => 'bulk.broke_off', 'finished_at' => Moment::write($this->clock->now())]);
    }

    /** @return bool whether there may be more */
    private function chunk(string $id): bool
    {
        $run = BulkRun::query()->where('id', $id)->whereIn('state', ['checking', 'running'])->first();
        if ($run === null) {
            return false;
        }
        $isChecking = $run->state === 'checking';
        $rows = array_values(BulkAccount::query()->where('run_id', $id)->where('state', $isChecking ? 'waiting' : 'planned')->orderBy('position')->limit($run->act->mails() && ! $isChecking ? self::CHUNK_WITH_MAIL : self::CHUNK)->get()->all());
        if ($rows === []) {
            $this->finish($run);

            return false;
        }
        if (! $this->authority->mayGoOn($run->operator_id, $run->act->permission())) {
            $run->update(['state' => 'failed', 'failure' => 'bulk.operator_stopped', 'finished_at' => Moment::write($this->clock->now())]);

            return false;
        }
        [$accounts, $planned] = ($this->plan)($run, $rows, ! $isChecking || $run->undo_of !== null);
        $changes = array_filter($planned, static fn (Change|string $change): bool => $change instanceof Change);
        if (! $isChecking && $changes !== []) {
            $this->write($run, array_values(array_intersect_key($accounts, $changes)), $changes);
        }
        $this->keep($run, $rows, $accounts, $planned, $isChecking);

        return true;
    }

    /**
     * @param  non-empty-list<Account>  $accounts
     * @param  array<int, Change>  $changes
     */
    private function write(BulkRun $run, array $accounts, array $changes): void
    {
        $this->works->of($run->act)->write($accounts, $changes, $run->parameters, $run);
        $this->audit->recordAll($run->undo_of === null ? $run->act->event() : 'account.change_undone', $run->operator(), array_map(static fn (Account $account): array => [
            'account' => $account->reference(),
            'before' => $changes[$account->seq]->before,
            'after' => $changes[$account->seq]->after,
        ], $accounts), $run->why, $run->act_id);
    }

    /**
     * @param  list<BulkAccount>  $rows
     * @param  array<int, Account>  $accounts
     * @param  array<int, Change|string>  $planned
     */
    private function keep(BulkRun $run, array $rows, array $accounts, array $planned, bool $isChecking): void
    {
        $outcomes = $run->outcomes;
        $written = [];
        foreach ($rows as $row) {
            $outcome = $planned[$row->account_seq];
            $isChange = $outcome instanceof Change;
            $written[] = [
                'run_id' => $run->id,
                'position' => $row->position,
                'account_seq' => $row->account_seq,
                'version' => $accounts[$row->account_seq]->version ?? $row->version,
                'state' => $isChange ? ($isChecking ? 'planned' : 'changed') : 'left_out',
                'reason' => $isChange ? null : $outcome,
                'before' => $isChange ? AsJson::encode((object) $outcome->before) : null,
                'after' => $isChange ? AsJson::encode((object) $outcome->after) : null,
            ];
            // While it is checked all are counted; when it is done, those that fall out after all.
            if ($isChecking || ! $isChange) {
                $side = $isChange ? 'changes' : 'left_out';
                $outcomes[$side] = self::tallied($outcomes[$side], $isChange ? self::inShort($outcome) : $outcome);
            }
        }
        foreach (array_chunk($written, self::ROWS_A_STATEMENT) as $some) {
            BulkAccount::query()->upsert($some, ['run_id', 'position'], ['version', 'state', 'reason', 'before', 'after']);
        }
        $changes = count(array_filter($planned, static fn (Change|string $change): bool => $change instanceof Change));
        $run->update([
            'done' => $run->done + count($rows),
            'left_out' => $run->left_out + count($rows) - $changes,
            'planned' => $isChecking ? $run->planned + $changes : $run->planned,
            'changed' => $isChecking ? 0 : $run->changed + $changes,
            'outcomes' => $outcomes,
        ]);
    }

    /**
     * @param  array<string, int>  $tallies
     * @return array<string, int>
     */
    private static function tallied(array $tallies, string $what): array
    {
        $key = isset($tallies[$what]) || count($tallies) < self::OUTCOMES ? $what : self::OTHERS;

        return [...$tallies, $key => ($tallies[$key] ?? 0) + 1];
    }

    /** Before and after as a JSON list of two texts. */
    public static function inShort(Change $change): string
    {
        $shown = static fn (array $values): string => mb_substr(implode(', ', array_map(
            static fn (mixed $value): string => is_string($value) ? $value : AsJson::encode($value),
            $values,
        )), 0, 80);

        return AsJson::encode([$shown($change->before), $shown($change->after)]);
    }

    private function finish(BulkRun $run): void
    {
        if ($run->state === 'checking') {
            $run->update(['state' => 'checked']);

            return;
        }
        $run->update(['state' => 'done', 'finished_at' => Moment::write($this->clock->now())]);
        $this->audit->record('accounts.bulk_finished', $run->operator(), null, [], ['act' => $run->act->value, 'changed' => $run->changed, 'left_out' => $run->left_out], null, 'act upon many');
    }
}
