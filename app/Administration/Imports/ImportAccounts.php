<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Passwords\HandOverPassword;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/**
 * Makes accounts of the rows that can be, and changes those that are there where the plan says so. A chunk, its report and the place behind it are
 * one transaction: killed anywhere, it goes on behind the last chunk, and no row is imported twice or left out.
 */
final readonly class ImportAccounts
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Imports $imports,
        private ImportFiles $files,
        private DecideRows $decide,
        private SettleChunk $settle,
        private WriteImported $write,
        private GatherFacts $facts,
        private FieldRules $fields,
        private HandOverPassword $handOver,
        private OperatorAuthority $authority,
        private AuditTrail $audit,
        private RulesInForce $rules,
    ) {
    }

    /** @return bool false when there is more to do */
    public function __invoke(string $id, Step $step): bool
    {
        $import = $this->imports->find($id);
        if ($import === null || $import->state !== 'importing') {
            return true;
        }
        $counts = RowCounts::of($import);
        $plan = $import->plan($this->fields);
        // One that nobody knows, for all that come without: their holders set theirs by mail.
        $noHash = $plan->allowsNoHash ? $this->handOver->hash($this->handOver->unknown()) : '';
        foreach ($this->decide->chunks($import) as $chunk) {
            if (! $this->keep($import, $plan, $chunk, $counts, $noHash)) {
                return true;
            }
            if (! $chunk->isLast && $step->isOver()) {
                return false;
            }
        }
        $this->finish($import, $counts);

        return true;
    }

    /** @return bool false when it was discarded meanwhile, or whoever began it may not go on */
    private function keep(Import $import, ImportPlan $plan, DecidedChunk $chunk, RowCounts $counts, #[\SensitiveParameter] string $noHash): bool
    {
        return $this->database->transaction(function () use ($import, $plan, $chunk, $counts, $noHash): bool {
            if (Import::query()->whereKey($import->id)->where('state', 'importing')->update(['offset' => $chunk->offset]) === 0) {
                return false;
            }
            if ($import->begun_by_id !== null && ! $this->authority->mayGoOnEverywhere($import->begun_by_id, Permission::AccountsManage)) {
                Import::query()->whereKey($import->id)->update(['state' => 'failed', 'finished_at' => Moment::write($this->clock->now())]);

                return false;
            }
            // Decided by rules that may have been published over since, or by roles that may have been taken: then the chunk is decided again.
            $this->rules->requireUnchanged();
            if (($this->facts)($import->begunBy())->roles !== $chunk->facts->roles) {
                throw Refusal::conflict('rules.published_meanwhile', 1);
            }
            ['new' => $new, 'updates' => $updates] = ($this->settle)($chunk, $import, $plan, $counts);
            $this->write->new($new, $import, $noHash);
            $this->write->updates($updates, $import);

            return $this->imports->keep($import, $counts);
        });
    }

    private function finish(Import $import, RowCounts $counts): void
    {
        $this->database->transaction(function () use ($import, $counts): void {
            Import::query()->whereKey($import->id)->update(['state' => 'done', 'finished_at' => Moment::write($this->clock->now())]);
            $this->audit->record(
                'accounts.import_finished',
                $import->begunBy(),
                null,
                [],
                ['file' => $import->name, 'imported' => $counts->accepted(), ...$counts->updated() === 0 ? [] : ['changed' => $counts->updated()], 'refused' => $counts->refused()],
                null,
                'import',
            );
        });
        $this->imports->forgetAddresses($import->id);
        $this->files->remove($import->id);
    }
}
