<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Administration\Imports\ImportRules;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Psr\Clock\ClockInterface;

/** Imports as operators meet them: a file is received and checked, what would happen is shown, then it is begun or discarded. */
final readonly class Imports
{
    private const COUNTS_ANEW = ['done' => 0, 'offset' => 0, 'accepted' => 0, 'refused' => 0, 'updated' => 0, 'left' => 0, 'kinds' => '{}', 'codes' => '{}', 'finished_at' => null];

    private const SHOWN = 20;

    private const ROWS_A_STATEMENT = 100;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Apps $apps,
        private AuditTrail $audit,
        private ImportFiles $files,
        private DescribeImport $describe,
    ) {
    }

    /** @return list<Import> the latest first */
    public function latest(): array
    {
        return array_values(Import::query()->orderByDesc('started_at')->orderByDesc('id')->limit(self::SHOWN)->get()->all());
    }

    public function find(string $id): ?Import
    {
        return Import::query()->find($id);
    }

    /** @throws Refusal when there is none */
    public function get(string $id): Import
    {
        return $this->find($id) ?? throw Refusal::notFound();
    }

    /**
     * Takes a file in. Nothing is read of it yet but what its columns are.
     *
     * @param  resource  $content
     *
     * @throws Refusal when there is such an import, for what cannot be one
     */
    public function receive(string $id, $content, string $name, ImportFormat $format, Actor $by): Import
    {
        if ($this->find($id) !== null) {
            throw Refusal::conflict('import.exists');
        }
        $apps = $this->apps->keys();
        if ($apps === []) {
            throw Refusal::invalid([new Reason('app.unknown', 'app')]);
        }
        $bytes = $this->files->receive($id, $content);
        $reason = $bytes === 0 ? new Reason('import.empty', 'file') : $this->reasonAgainst($id, $format);
        if ($reason !== null) {
            $this->files->remove($id);
            throw Refusal::invalid([$reason]);
        }

        return $this->database->transaction(fn (): Import => Import::query()->create([
            'id' => $id, 'name' => $name, 'format' => $format, 'app_key' => $apps[0], 'proven' => false, 'must_change' => false, 'digest' => '', 'layout' => 'password',
            'state' => 'received', 'bytes' => $bytes, 'ignored' => [], 'started_at' => Moment::write($this->clock->now()), ...self::begunBy($by),
        ])->refresh());
    }

    /**
     * Takes a file in whose columns are called as what they become, and has it checked at once.
     *
     * @param  resource  $content
     * @param  array{app: string, proven: bool, must_change: bool, digest: string, layout: string}  $options
     *
     * @throws Refusal when there is such an import, for what is invalid; nothing of it is kept then
     */
    public function receivePlain(string $id, $content, string $name, ImportFormat $format, array $options, Actor $by, bool $inBackground = true): void
    {
        $import = $this->receive($id, $content, $name, $format, $by);
        try {
            $hashes = new ImportRules($options['digest'], $options['layout']);
            $columns = $format === ImportFormat::JsonLines ? null : $this->describe->tables($import)[0]['columns'];
            $this->check($id, ImportPlan::plain($options['app'], $options['proven'], $options['must_change'], $hashes, $columns), $by, $inBackground);
        } catch (Refused $refused) {
            $this->forget($id);
            throw Refusal::invalid([$refused->reason]);
        } catch (Refusal $refusal) {
            $this->forget($id);
            throw $refusal;
        }
    }

    private function forget(string $id): void
    {
        Import::query()->whereKey($id)->delete();
        $this->files->remove($id);
    }

    private function reasonAgainst(string $id, ImportFormat $format): ?Reason
    {
        try {
            if (! $format->isUnpacked()) {
                return $this->files->rows($id, $format)->reasonAgainst();
            }

            $source = $this->files->source($id, $format);
            if ($source instanceof Sources\SqliteFile) {
                $source->requireSound();
            }

            return $source->tables() === [] ? new Reason('import.empty', 'file') : null;
        } catch (Sources\Unreadable $unreadable) {
            return $unreadable->reason;
        }
    }

    /**
     * Has a file checked by a plan: for the first time, or by another one than before. Nothing is imported.
     *
     * @throws Refusal when it is at work or over, for what is invalid
     */
    public function check(string $id, ImportPlan $plan, Actor $by, bool $inBackground = true): void
    {
        $import = $this->get($id);
        if (! in_array($import->state, ['received', 'checked'], true)) {
            throw Refusal::invalid([new Reason('import.not_open')]);
        }
        if ($this->apps->find($plan->app) === null) {
            throw Refusal::invalid([new Reason('app.unknown', 'app')]);
        }
        $reason = $this->describe->reasonAgainst($import, $plan);
        if ($reason !== null) {
            throw Refusal::invalid([$reason]);
        }
        $tables = array_column($this->describe->tables($import), 'columns', 'name');
        $ignored = array_values(array_diff($plan->table === '' ? (array_values($tables)[0] ?? []) : $tables[$plan->table], array_column($plan->columns, 'from')));
        $isSameTable = $import->plan !== null && ($import->plan['table'] ?? null) === $plan->table && ($import->plan['links'] ?? null) === $plan->links?->toArray();
        $this->database->transaction(function () use ($import, $plan, $ignored, $isSameTable, $by, $inBackground): void {
            $anew = [
                'state' => 'checking', 'plan' => AsJson::encode($plan->toArray()), 'app_key' => $plan->app, 'proven' => $plan->areProven, 'must_change' => $plan->mustChange,
                'digest' => $plan->hashes->digest, 'layout' => $plan->hashes->layout, 'ignored' => AsJson::encode($ignored), 'total' => null,
                ...self::COUNTS_ANEW, ...$isSameTable ? [] : ['unpacked_rows' => 0, 'unpacked_bytes' => 0, 'is_unpacked' => false], ...self::begunBy($by),
            ];
            if (Import::query()->whereKey($import->id)->where('state', $import->state)->update($anew) === 0) {
                throw Refusal::changedMeanwhile();
            }
            ImportRow::query()->where('import_id', $import->id)->delete();
            $this->forgetAddresses($import->id);
            if ($inBackground) {
                ContinueRun::dispatch(WorkThroughImport::class, $import->id);
            }
        });
    }

    /** @throws Refusal when there is none, for what is invalid */
    public function begin(string $id, string $why, Actor $by, bool $inBackground = true): void
    {
        $import = $this->get($id);
        $reasons = [...WrittenReason::reasonsAgainst($why), ...match (true) {
            $import->state !== 'checked' => [new Reason('import.not_checked')],
            $import->accepted + $import->updated === 0 => [new Reason('import.nothing')],
            default => [],
        }];
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->database->transaction(function () use ($import, $why, $by, $inBackground): void {
            $anew = [
                'state' => 'importing',
                'total' => $import->done,
                ...self::COUNTS_ANEW,
                ...self::begunBy($by),
            ];
            // Checked anew meanwhile, by another plan perhaps, it is not what was seen.
            if (Import::query()->whereKey($import->id)->where('state', 'checked')->where('finished_at', $import->finished_at)->update($anew) === 0) {
                throw Refusal::invalid([new Reason('import.not_checked')]);
            }
            ImportRow::query()->where('import_id', $import->id)->delete();
            // A check that died at its very end has left them.
            $this->forgetAddresses($import->id);
            $this->audit->record(
                'accounts.import_begun',
                $by,
                null,
                [],
                ['file' => $import->name, 'app' => $import->app_key, 'rows' => $import->done, 'addresses' => $import->proven ? 'proven' : 'to be proven'],
                trim($why),
                'import',
            );
            if ($inBackground) {
                ContinueRun::dispatch(WorkThroughImport::class, $import->id);
            }
        });
    }

    /** Stops what runs; what was imported stays. The file is deleted, so it cannot be gone on with. */
    public function discard(string $id): void
    {
        $changed = Import::query()->whereKey($id)->whereIn('state', ['received', 'checking', 'checked', 'importing', 'failed'])->update([
            'state' => 'discarded',
            'finished_at' => Moment::write($this->clock->now()),
        ]);
        $this->forgetAddresses($id);
        if ($changed === 1) {
            $this->files->remove($id);
        }
    }

    /** What was imported stays; it can be gone on with by the command. */
    public function fail(string $id): void
    {
        Import::query()->whereKey($id)->whereIn('state', ['checking', 'importing'])->update([
            'state' => 'failed',
            'finished_at' => Moment::write($this->clock->now()),
        ]);
    }

    /** Goes on with one that was broken off or failed. @return bool false when there is none, or nothing to go on with */
    public function resume(string $id): bool
    {
        $import = $this->find($id);
        if ($import === null || ! $this->files->exists($id)) {
            return false;
        }
        // One that failed while it was checked has no total yet.
        Import::query()->whereKey($id)->where('state', 'failed')->update([
            'state' => $import->total === null ? 'checking' : 'importing',
            'finished_at' => null,
        ]);

        return in_array($this->find($id)?->state, ['checking', 'importing'], true);
    }

    public function forgetAddresses(string $id): void
    {
        ImportAddress::query()->where('import_id', $id)->delete();
    }

    /**
     * Keeps how far a run is, inside a transaction.
     *
     * @param  array<string, mixed>  $more  further columns of the import
     * @return bool false when it was discarded meanwhile
     */
    public function keep(Import $import, RowCounts $counts, array $more = []): bool
    {
        foreach (array_chunk($counts->takeRows(), self::ROWS_A_STATEMENT) as $rows) {
            ImportRow::query()->insert($rows);
        }

        return Import::query()->whereKey($import->id)->where('state', $import->state)->update([...$counts->columns(), ...$more]) === 1;
    }

    /** Whatever lies there checked, and is never begun: it holds people's hashes. @return int how many */
    public function discardForgotten(\DateTimeImmutable $before): int
    {
        $forgotten = Import::query()->whereIn('state', ['received', 'checking', 'checked'])->where('started_at', '<', Moment::write($before))->pluck('id');
        foreach ($forgotten as $id) {
            $this->discard((string) $id);
        }

        return $forgotten->count();
    }

    /** @return int how many files without a row were removed */
    public function removeOrphans(\DateTimeImmutable $before): int
    {
        $old = $this->files->olderThan($before);
        $orphans = array_diff($old, Import::query()->whereIn('id', $old)->pluck('id')->all());
        array_map($this->files->remove(...), $orphans);

        return count($orphans);
    }

    /** @return array{begun_by_kind: string, begun_by_id: string|null, begun_by: string} */
    private static function begunBy(Actor $by): array
    {
        return ['begun_by_kind' => $by->kind, 'begun_by_id' => $by->id, 'begun_by' => $by->name];
    }
}
