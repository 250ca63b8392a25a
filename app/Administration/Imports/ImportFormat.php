<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

/** What files of accounts can be. Those that cannot be gone on with in the middle are unpacked to JSON Lines first. */
enum ImportFormat: string
{
    case Csv = 'csv';
    case JsonLines = 'jsonl';
    case Xlsx = 'xlsx';
    case Ods = 'ods';
    case Sqlite = 'db';

    public const TYPES = [
        'text/csv' => self::Csv,
        'application/jsonl' => self::JsonLines,
        'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' => self::Xlsx,
        'application/vnd.oasis.opendocument.spreadsheet' => self::Ods,
        'application/vnd.sqlite3' => self::Sqlite,
    ];

    public static function ofType(string $type): ?self
    {
        return self::TYPES[strtolower(trim(explode(';', $type)[0]))] ?? null;
    }

    public static function ofFile(string $name): ?self
    {
        return match (strtolower(pathinfo($name, PATHINFO_EXTENSION))) {
            'csv' => self::Csv,
            'jsonl', 'ndjson' => self::JsonLines,
            'xlsx' => self::Xlsx,
            'ods' => self::Ods,
            'db', 'sqlite', 'sqlite3' => self::Sqlite,
            default => null,
        };
    }

    public function isUnpacked(): bool
    {
        return $this !== self::Csv && $this !== self::JsonLines;
    }
}
