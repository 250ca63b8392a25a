<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Fields;

use Illuminate\Database\Eloquent\Builder;
use Kennel\Core\Directory\Fields\SortKey;

/** What is stored of each account's fields. Values go in as the core has judged them and come out as they went in. */
final readonly class FieldValues
{
    /** Read by CurrentSession as part of its own query: one JSON list of [key, position, value]. */
    public const SUBQUERY = '(SELECT json_group_array(json_array(field_key, position, json(value))) FROM field_values WHERE account_seq = %s)';

    private const ACCOUNTS_A_STATEMENT = 100;

    private const ROWS_A_STATEMENT = 200;

    /** A single value stands here; a list's begin at 1. */
    private const SINGLE = 0;

    /** @return array<string, mixed> by key */
    public function of(int $accountSeq): array
    {
        return $this->ofAll([$accountSeq])[$accountSeq] ?? [];
    }

    /**
     * @param  list<int>  $accountSeqs
     * @param  list<string>|null  $keys  null for all there are
     * @return array<int, array<string, mixed>> by account and key; an account without any is left out
     */
    public function ofAll(array $accountSeqs, ?array $keys = null): array
    {
        $parts = [];
        $rows = FieldValue::query()->toBase()->whereIn('account_seq', $accountSeqs)->when($keys !== null, static fn ($values) => $values->whereIn('field_key', $keys ?? []))
            ->orderBy('account_seq')->orderBy('field_key')->orderBy('position')->get(['account_seq', 'field_key', 'position', 'value']);
        foreach ($rows as $row) {
            $parts[(int) $row->account_seq][] = [(string) $row->field_key, (int) $row->position, json_decode((string) $row->value, true, flags: JSON_THROW_ON_ERROR)];
        }

        return array_map(self::assemble(...), $parts);
    }

    /**
     * @param  array{string, string}|null  $exactly  sort key and encoded value; null for whatever value
     * @return list<int> sequence numbers of accounts that hold it
     */
    public function holders(string $field, ?array $exactly, int $limit): array
    {
        return array_values(FieldValue::query()->where('field_key', $field)
            ->when($exactly, static fn ($values, array $exactly) => $values->where('sort_key', $exactly[0])->where('value', $exactly[1]))
            ->distinct()->limit($limit)->pluck('account_seq')->all());
    }

    /** Whether anybody holds more than one value of it. */
    public function hasLists(string $field): bool
    {
        return FieldValue::query()->where('field_key', $field)->where('position', '>', 1)->exists();
    }

    /**
     * Which values of a field there are, each once: one look into the index each.
     *
     * @return list<string>|null as they are encoded; null for more than so many
     */
    public function distinct(string $field, int $most): ?array
    {
        $values = [];
        $last = '';
        while (count($values) <= $most) {
            $next = FieldValue::query()->toBase()->where('field_key', $field)->where('value', '>', $last)->orderBy('value')->value('value');
            if (! is_string($next)) {
                return $values;
            }
            $values[] = $last = $next;
        }

        return null;
    }

    /** @return Builder<FieldValue> selects the sequence numbers of accounts that hold it */
    public function holding(string $field): Builder
    {
        return FieldValue::query()->where('field_key', $field)->select('account_seq');
    }

    /** How many accounts hold a value of a field. */
    public function countHolders(string $field): int
    {
        return FieldValue::query()->where('field_key', $field)->distinct()->count('account_seq');
    }

    /**
     * @param  iterable<array{0: string, 1: int, 2: mixed}>  $parts  key, position, value; in the order of positions
     * @return array<string, mixed> by key
     */
    public static function assemble(iterable $parts): array
    {
        $values = [];
        foreach ($parts as [$key, $position, $value]) {
            if ($position === self::SINGLE) {
                $values[$key] = $value;
            } else {
                $values[$key][] = $value;
            }
        }

        return $values;
    }

    /** @return array<string, mixed> what SUBQUERY gave */
    public static function decode(?string $json): array
    {
        /** @var list<array{0: string, 1: int, 2: mixed}> $parts */
        $parts = $json === null ? [] : json_decode($json, true, flags: JSON_THROW_ON_ERROR);

        return self::assemble($parts);
    }

    /** @param  array<string, bool|int|float|string|list<string>|null>  $values  by key; null takes the value away */
    public function write(int $accountSeq, array $values): void
    {
        if ($values === []) {
            return;
        }
        FieldValue::query()->where('account_seq', $accountSeq)->whereIn('field_key', array_keys($values))->delete();
        $rows = [];
        foreach ($values as $key => $value) {
            $rows = [...$rows, ...self::rows($accountSeq, $key, $value)];
        }
        if ($rows !== []) {
            FieldValue::query()->insert($rows);
        }
    }

    /**
     * Of accounts that have none yet.
     *
     * @param  array<int, array<string, bool|int|float|string|list<string>|null>>  $values  by account and key
     */
    public function addAll(array $values): void
    {
        $rows = [];
        foreach ($values as $seq => $held) {
            foreach ($held as $key => $value) {
                array_push($rows, ...self::rows($seq, $key, $value));
            }
        }
        foreach (array_chunk($rows, self::ROWS_A_STATEMENT) as $some) {
            FieldValue::query()->insert($some);
        }
    }

    /** @param  array<int, array<string, bool|int|float|string|list<string>|null>>  $values  by account and key, the same keys for each */
    public function writeAll(array $values): void
    {
        foreach (array_chunk($values, self::ACCOUNTS_A_STATEMENT, true) as $some) {
            FieldValue::query()->whereIn('account_seq', array_keys($some))->whereIn('field_key', array_keys((array) current($some)))->delete();
            $rows = [];
            foreach ($some as $seq => $held) {
                foreach ($held as $key => $value) {
                    array_push($rows, ...self::rows($seq, $key, $value));
                }
            }
            if ($rows !== []) {
                FieldValue::query()->insert($rows);
            }
        }
    }

    public function clear(int $accountSeq): void
    {
        FieldValue::query()->where('account_seq', $accountSeq)->delete();
    }

    /** One value as it is stored, and as it is looked for. */
    public static function encode(bool|int|float|string $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION);
    }

    /**
     * @param  bool|int|float|string|list<string>|null  $value
     * @return list<array<string, mixed>>
     */
    public static function rows(int $accountSeq, string $key, bool|int|float|string|array|null $value): array
    {
        $row = static fn (int $position, bool|int|float|string $part): array => [
            'account_seq' => $accountSeq,
            'field_key' => $key,
            'position' => $position,
            'value' => self::encode($part),
            'sort_key' => SortKey::of($part),
        ];
        if ($value === null) {
            return [];
        }
        if (! is_array($value)) {
            return [$row(self::SINGLE, $value)];
        }

        return array_map(static fn (int $index, string $part): array => $row($index + 1, $part), array_keys($value), $value);
    }
}
