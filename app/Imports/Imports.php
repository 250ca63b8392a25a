<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Apps\Apps;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\WrittenReason;
use Psr\Clock\ClockInterface;

/** Imports as operators meet them: a file is received and checked, what would happen is shown, then it is begun or discarded. */
final readonly class Imports
{
    private const SHOWN = 20;

    private const ROWS_A_STATEMENT = 100;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Apps $apps,
        private AuditTrail $audit,
        private ImportFiles $files,
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
     * Receives a file and has it checked. Nothing is imported.
     *
     * @param  resource  $content
     * @param  array{name: string, format: string, app: string, proven: bool, must_change: bool, digest: string, layout: string}  $options
     *
     * @throws Refusal when there is such an import, for what is invalid
     */
    public function receive(string $id, $content, array $options, Actor $by, bool $inBackground = true): void
    {
        if ($this->apps->find($options['app']) === null) {
            throw Refusal::invalid([new Reason('app.unknown', 'app')]);
        }
        if ($this->find($id) !== null) {
            throw Refusal::conflict('import.exists');
        }
        $bytes = $this->files->receive($id, $content);
        $reason = $bytes === 0 ? new Reason('import.empty', 'file') : $this->files->rows($id, $options['format'])->reasonAgainst();
        if ($reason !== null) {
            $this->files->remove($id);
            throw Refusal::invalid([$reason]);
        }
        $ignored = $this->files->rows($id, $options['format'])->ignored();
        $this->database->transaction(function () use ($id, $options, $bytes, $ignored, $by, $inBackground): void {
            Import::query()->create([
                'id' => $id, 'name' => $options['name'], 'format' => $options['format'], 'app_key' => $options['app'], 'proven' => $options['proven'], 'must_change' => $options['must_change'],
                'digest' => $options['digest'], 'layout' => $options['layout'], 'state' => 'checking', 'bytes' => $bytes, 'ignored' => $ignored, 'started_at' => Moment::write($this->clock->now()),
                ...self::begunBy($by),
            ]);
            if ($inBackground) {
                RunImport::dispatch($id);
            }
        });
    }

    /** @throws Refusal when there is none, for what is invalid */
    public function begin(string $id, string $why, Actor $by, bool $inBackground = true): void
    {
        $import = $this->get($id);
        $reasons = [...WrittenReason::reasonsAgainst($why), ...match (true) {
            $import->state !== 'checked' => [new Reason('import.not_checked')],
            $import->accepted === 0 => [new Reason('import.nothing')],
            default => [],
        }];
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->database->transaction(function () use ($import, $why, $by, $inBackground): void {
            $anew = [
                'state' => 'importing',
                'total' => $import->done,
                'done' => 0,
                'offset' => 0,
                'accepted' => 0,
                'refused' => 0,
                'kinds' => '{}',
                'codes' => '{}',
                'finished_at' => null,
                ...self::begunBy($by),
            ];
            if (Import::query()->whereKey($import->id)->where('state', 'checked')->update($anew) === 0) {
                throw Refusal::invalid([new Reason('import.not_checked')]);
            }
            ImportRow::query()->where('import_id', $import->id)->delete();
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
                RunImport::dispatch($import->id);
            }
        });
    }

    /** Stops what runs; what was imported stays. The file is deleted, so it cannot be gone on with. */
    public function discard(string $id): void
    {
        $changed = Import::query()->whereKey($id)->whereIn('state', ['checking', 'checked', 'importing', 'failed'])->update([
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
        $forgotten = Import::query()->whereIn('state', ['checking', 'checked'])->where('started_at', '<', Moment::write($before))->pluck('id');
        foreach ($forgotten as $id) {
            $this->discard((string) $id);
        }

        return $forgotten->count();
    }

    /** @return array{begun_by_kind: string, begun_by_id: string|null, begun_by: string} */
    private static function begunBy(Actor $by): array
    {
        return ['begun_by_kind' => $by->kind, 'begun_by_id' => $by->id, 'begun_by' => $by->name];
    }
}
