<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\Connection;
use Kennel\App\Apps\Apps;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\Words;
use Kennel\Core\Imports\ImportRules;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Reasons\WrittenReason;
use Psr\Clock\ClockInterface;

/** Imports as operators meet them: a file is received and checked, what would happen is shown, then it is begun or discarded. */
final readonly class Imports
{
    /** The file holds people's hashes: it lies where only the service's user can read it, and is deleted when it is done with. */
    private const FOLDER = 'app/imports';

    private const LISTED = 500;

    private const ROWS_A_STATEMENT = 100;

    public function __construct(private Connection $database, private ClockInterface $clock, private Apps $apps, private AuditTrail $audit, private Words $words)
    {
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
        $path = $this->path($id);
        is_dir(dirname($path)) || mkdir(dirname($path), 0700, true);
        $before = umask(0077);
        $bytes = file_put_contents($path, $content);
        umask($before);
        $reason = $bytes === 0 || $bytes === false ? new Reason('import.empty', 'file') : $this->rows($id, $options['format'])->reasonAgainst();
        if ($reason !== null) {
            unlink($path);
            throw Refusal::invalid([$reason]);
        }
        $this->database->transaction(function () use ($id, $options, $bytes, $by, $inBackground): void {
            $this->database->table('imports')->insert([
                'id' => $id, 'name' => $options['name'], 'format' => $options['format'], 'app_key' => $options['app'], 'proven' => $options['proven'], 'must_change' => $options['must_change'],
                'digest' => $options['digest'], 'layout' => $options['layout'], 'state' => 'checking', 'bytes' => $bytes, 'begun_by_kind' => $by->kind, 'begun_by_id' => $by->id, 'begun_by' => $by->name,
                'ignored' => json_encode($this->rows($id, $options['format'])->ignored(), JSON_THROW_ON_ERROR), 'started_at' => Moment::write($this->clock->now()),
            ]);
            if ($inBackground) {
                RunImport::dispatch($id);
            }
        });
    }

    /** @throws Refusal when there is none, for what is invalid */
    public function begin(string $id, string $why, Actor $by, bool $inBackground = true): void
    {
        $import = $this->find($id) ?? throw Refusal::notFound();
        $reasons = [...WrittenReason::reasonsAgainst($why), ...match (true) {
            $import->state !== 'checked' => [new Reason('import.not_checked')],
            (int) $import->accepted === 0 => [new Reason('import.nothing')],
            default => [],
        }];
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->database->transaction(function () use ($id, $import, $why, $by, $inBackground): void {
            $this->database->table('import_rows')->where('import_id', $id)->delete();
            $this->database->table('imports')->where('id', $id)->where('state', 'checked')->update([
                'state' => 'importing', 'total' => $import->done, 'done' => 0, 'offset' => 0, 'accepted' => 0, 'refused' => 0, 'kinds' => '{}', 'codes' => '{}', 'begun_by_kind' => $by->kind, 'begun_by_id' => $by->id, 'begun_by' => $by->name, 'finished_at' => null,
            ]);
            $this->audit->record('accounts.import_begun', $by, null, [], ['file' => $import->name, 'app' => $import->app_key, 'rows' => $import->done, 'addresses' => $import->proven ? 'proven' : 'to be proven'], trim($why), 'import');
            if ($inBackground) {
                RunImport::dispatch($id);
            }
        });
    }

    /** Stops what runs; what was imported stays. The file is deleted, so it can not be gone on with. */
    public function discard(string $id): void
    {
        $changed = $this->database->table('imports')->where('id', $id)->whereIn('state', ['checking', 'checked', 'importing', 'failed'])->update(['state' => 'discarded', 'finished_at' => Moment::write($this->clock->now())]);
        $this->forgetAddresses($id);
        if ($changed === 1 && is_file($this->path($id))) {
            unlink($this->path($id));
        }
    }

    /** What was imported stays; it can be gone on with by the command. */
    public function fail(string $id): void
    {
        $this->database->table('imports')->where('id', $id)->whereIn('state', ['checking', 'importing'])->update(['state' => 'failed', 'finished_at' => Moment::write($this->clock->now())]);
    }

    /** Goes on with one that was broken off or failed. @return bool false when there is none, or nothing to go on with */
    public function resume(string $id): bool
    {
        $import = $this->find($id);
        if ($import === null || ! is_file($this->path($id))) {
            return false;
        }
        // One that failed while it was checked has no total yet.
        $this->database->table('imports')->where('id', $id)->where('state', 'failed')->update(['state' => $import->total === null ? 'checking' : 'importing', 'finished_at' => null]);

        return in_array($this->find($id)?->state, ['checking', 'importing'], true);
    }

    public function forgetAddresses(string $id): void
    {
        $this->database->table('import_addresses')->where('import_id', $id)->delete();
    }

    /**
     * Keeps how far a run is, inside a transaction.
     *
     * @param  array<string, mixed>  $more  further columns of the import
     * @return bool false when it was discarded meanwhile
     */
    public function keep(\stdClass $import, RowCounts $tally, array $more = []): bool
    {
        foreach (array_chunk($tally->takeRows(), self::ROWS_A_STATEMENT) as $rows) {
            $this->database->table('import_rows')->insert($rows);
        }

        return $this->database->table('imports')->where('id', $import->id)->where('state', $import->state)->update([...$tally->columns(), ...$more]) === 1;
    }

    /** Whatever lies there checked, and is never begun: it holds people's hashes. */
    public function discardForgotten(\DateTimeImmutable $before): void
    {
        foreach ($this->database->table('imports')->whereIn('state', ['checking', 'checked'])->where('started_at', '<', Moment::write($before))->pluck('id') as $id) {
            $this->discard((string) $id);
        }
    }

    /** @return list<array<string, mixed>> the latest first */
    public function all(): array
    {
        return array_values($this->database->table('imports')->orderByDesc('started_at')->orderByDesc('id')->limit(20)->get()->map($this->present(...))->all());
    }

    /** @return list<array<string, mixed>>|null the first rows that were refused; null when there is no such import */
    public function refusedRows(string $id, ?string $code): ?array
    {
        if ($this->find($id) === null) {
            return null;
        }
        $rows = $this->database->table('import_rows')->where('import_id', $id)->when($code !== null, static fn ($query) => $query->where('code', $code))->orderBy('row')->limit(self::LISTED)->get();

        return array_values($rows->map(fn (\stdClass $row): array => [
            'row' => (int) $row->row, 'address' => $row->address, 'code' => $row->code, 'field' => $row->field,
            'message' => $this->words->say(new Reason($row->code, $row->field, (array) json_decode($row->parameters, true, flags: JSON_THROW_ON_ERROR))),
        ])->all());
    }

    public function find(string $id): ?\stdClass
    {
        return $this->database->table('imports')->where('id', $id)->first();
    }

    /** @return array<string, mixed> */
    public function present(\stdClass $import): array
    {
        $codes = (array) json_decode($import->codes, true, flags: JSON_THROW_ON_ERROR);

        return [
            'id' => $import->id, 'name' => $import->name, 'format' => $import->format, 'app' => $import->app_key, 'proven' => (bool) $import->proven, 'must_change' => (bool) $import->must_change,
            'state' => $import->state, 'done' => (int) $import->done, 'total' => $import->total === null ? null : (int) $import->total, 'bytes' => (int) $import->bytes, 'offset' => (int) $import->offset,
            'accepted' => (int) $import->accepted, 'refused' => (int) $import->refused, 'ignored' => json_decode($import->ignored, true, flags: JSON_THROW_ON_ERROR),
            'kinds' => self::counts((array) json_decode($import->kinds, true, flags: JSON_THROW_ON_ERROR), static fn (string $kind): array => ['kind' => $kind]),
            'codes' => self::counts($codes, fn (string $code): array => ['code' => $code, 'message' => $this->words->say(new Reason("short.{$code}"))]),
            'begun_by' => $import->begun_by, 'started_at' => $import->started_at, 'finished_at' => $import->finished_at,
        ];
    }

    public function rows(string $id, string $format): Rows
    {
        $file = fopen($this->path($id), 'rb');
        if ($file === false) {
            throw new \RuntimeException("The file of import {$id} is gone.");
        }

        return $format === 'csv' ? new CsvRows($file) : new JsonLinesRows($file);
    }

    public function path(string $id): string
    {
        return storage_path(self::FOLDER."/{$id}");
    }

    public function rulesOf(\stdClass $import): ImportRules
    {
        return new ImportRules($import->digest, $import->layout);
    }

    /**
     * @param  array<array-key, mixed>  $counts
     * @param  \Closure(string): array<string, string>  $named
     * @return list<array<string, mixed>> most frequent first
     */
    private static function counts(array $counts, \Closure $named): array
    {
        arsort($counts);

        return array_map(static fn (int|string $key): array => [...$named((string) $key), 'rows' => $counts[$key]], array_keys($counts));
    }
}
