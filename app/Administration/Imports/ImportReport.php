<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Words;
use Kennel\Core\Foundation\Reasons\Reason;

/** Imports in words: for the console and for the command. */
final readonly class ImportReport
{
    private const LISTED = 500;

    public function __construct(private Words $words)
    {
    }

    /** @return array<string, mixed> */
    public function of(Import $import): array
    {
        return [
            'id' => $import->id, 'name' => $import->name, 'format' => $import->format->value, 'app' => $import->app_key, 'proven' => $import->proven, 'must_change' => $import->must_change,
            'state' => $import->state, 'done' => $import->done, 'total' => $import->total, 'bytes' => $import->bytes, 'offset' => $import->offset,
            'accepted' => $import->accepted, 'updated' => $import->updated, 'left' => $import->left, 'refused' => $import->refused,
            'unpacked' => $import->unpacked_rows, 'ignored' => $import->ignored,
            'kinds' => self::counts($import->kinds, static fn (string $kind): array => ['kind' => $kind]),
            'codes' => self::counts($import->codes, fn (string $code): array => ['code' => $code, 'message' => $this->words->say(new Reason("short.{$code}", null, ['field' => 'a field']))]),
            'begun_by' => $import->begun_by, 'started_at' => $import->started_at, 'finished_at' => $import->finished_at,
        ];
    }

    /** @return list<array<string, mixed>> the first rows that are no new accounts, and why */
    public function rows(Import $import, ?string $code): array
    {
        $rows = ImportRow::query()->where('import_id', $import->id)->when($code !== null, static fn ($rows) => $rows->where('code', $code))->orderBy('row')->limit(self::LISTED)->get();

        return array_values($rows->map(fn (ImportRow $row): array => [
            'row' => $row->row, 'address' => $row->address, 'code' => $row->code, 'field' => $row->field,
            'message' => $this->words->say(new Reason($row->code, $row->field, $row->parameters)),
        ])->all());
    }

    /**
     * @param  array<string, int>  $counts
     * @param  \Closure(string): array<string, string>  $named
     * @return list<array<string, mixed>> most frequent first
     */
    private static function counts(array $counts, \Closure $named): array
    {
        arsort($counts);

        return array_map(static fn (int|string $key): array => [...$named((string) $key), 'rows' => $counts[$key]], array_keys($counts));
    }
}
