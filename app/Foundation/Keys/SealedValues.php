<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Keys;

use Illuminate\Contracts\Encryption\DecryptException;
use Illuminate\Encryption\Encrypter;
use Kennel\App\Foundation\Database\Record;

/** Everything that is sealed in the database: by which key, and sealed anew under today's. */
final readonly class SealedValues
{
    private const CHUNK = 200;

    /** @param  iterable<Reseals>  $capabilities */
    public function __construct(private iterable $capabilities)
    {
    }

    /**
     * @param  non-empty-list<string>  $keys  as KeyFile has them
     * @return array<string, int> how many each key sealed, by its name, "unknown" for those that none of them opens
     */
    public function countByKey(#[\SensitiveParameter] array $keys): array
    {
        $counts = array_fill_keys([...array_map(KeyFile::name(...), $keys), 'unknown'], 0);
        $this->each(static function (Record $record, string $column) use ($keys, &$counts): void {
            foreach ($keys as $key) {
                if (self::open($key, (string) $record->getAttribute($column)) !== null) {
                    $counts[KeyFile::name($key)]++;

                    return;
                }
            }
            $counts['unknown']++;
        });

        return $counts;
    }

    /**
     * Whether the newest value of each kind is opened by one of the keys: enough to tell a wrong key from the right one.
     *
     * @param  non-empty-list<string>  $keys
     */
    public function newestOpens(#[\SensitiveParameter] array $keys): bool
    {
        foreach ($this->capabilities as $capability) {
            $newest = $capability->sealedRecords()->latest($capability->sealedRecords()->getModel()->getKeyName())->value($capability->sealedColumn());
            if (is_string($newest) && array_filter($keys, static fn (string $key): bool => self::open($key, $newest) !== null) === []) {
                return false;
            }
        }

        return true;
    }

    /**
     * Each value by itself and only in the place of the one that was read, so it may be stopped at any time and begun again.
     *
     * @param  non-empty-list<string>  $keys  today's first
     * @param  \Closure(int): void  $progress  how many were sealed anew so far
     * @return int how many in all
     */
    public function sealAnew(#[\SensitiveParameter] array $keys, \Closure $progress): int
    {
        $today = self::encrypter($keys[0]);
        $sealed = 0;
        $this->each(static function (Record $record, string $column) use ($keys, $today, $progress, &$sealed): void {
            $before = (string) $record->getAttribute($column);
            if (self::open($keys[0], $before) !== null) {
                return;
            }
            foreach (array_slice($keys, 1) as $key) {
                $opened = self::open($key, $before);
                if ($opened !== null) {
                    $sealed += $record::query()->whereKey($record->getKey())->where($column, $before)->update([$column => $today->encryptString($opened)]);
                    $progress($sealed);

                    return;
                }
            }
        });

        return $sealed;
    }

    /** @param  \Closure(Record, string): void  $look */
    private function each(\Closure $look): void
    {
        foreach ($this->capabilities as $capability) {
            $column = $capability->sealedColumn();
            $records = $capability->sealedRecords();
            $key = $records->getModel()->getKeyName();
            foreach ($records->select([$key, $column])->lazyById(self::CHUNK, $key) as $record) {
                $look($record, $column);
            }
        }
    }

    /** @return string|null what was sealed, as the framework serialised it; null when this key does not open it */
    private static function open(#[\SensitiveParameter] string $key, string $sealed): ?string
    {
        try {
            return self::encrypter($key)->decryptString($sealed);
        } catch (DecryptException) {
            return null;
        }
    }

    private static function encrypter(#[\SensitiveParameter] string $key): Encrypter
    {
        return new Encrypter((string) KeyFile::bytes($key), (string) config('app.cipher'));
    }
}
