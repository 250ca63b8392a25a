<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\ListOrder;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Metadata\MetadataDocument;

/**
 * The values of accounts, a row each in the order of the columns, as JSON has them. One statement reads all of a row, and no model is made of it: of many
 * rows that would be most of the work.
 */
final class ExportRows
{
    /** Of roles those alone that are for good and wherever they count: taken in elsewhere, one that ends would not end any more. */
    private const OF_ACCOUNT = [
        'id' => 'accounts.id', 'name' => 'accounts.name', 'address' => 'accounts.email', 'status' => 'accounts.status', 'status_reason' => 'accounts.status_reason',
        'verified' => 'accounts.email_proven_at', 'app' => 'accounts.app_key', 'origin' => 'accounts.came_by', 'terms' => "nullif(accounts.terms_version, '')",
        'language' => 'accounts.language', 'must_change' => "accounts.password_owed <> ''", 'created' => 'accounts.created_at', 'changed' => 'accounts.changed_at',
        'seen' => "nullif(accounts.seen_at, '')", 'hash_kind' => 'accounts.hash_kind', 'password_hash' => 'accounts.password_hash',
        'roles' => "(SELECT group_concat(role_key, ' ') FROM (SELECT role_key FROM assignments WHERE account_id = accounts.id AND until IS NULL AND app_key IS NULL ORDER BY role_key))",
        'own' => "(SELECT document FROM metadata WHERE account_seq = accounts.seq AND kind = 'own')",
        'internal' => "(SELECT document FROM metadata WHERE account_seq = accounts.seq AND kind = 'internal')",
    ];

    /** As JSON. A single value, which stands at position 0, is read by one look into the index. */
    private const OF_FIELD = 'SELECT CASE WHEN position = 0 THEN value ELSE (SELECT json_group_array(json(value)) FROM'
        .' (SELECT value FROM field_values WHERE account_seq = v.account_seq AND field_key = v.field_key ORDER BY position)) END'
        .' FROM field_values v WHERE account_seq = accounts.seq AND field_key = ? LIMIT 1';

    /**
     * @param  Builder<Account>  $rows  in order
     * @param  list<string>  $columns  that ExportColumns has judged
     * @param  ReadableFields  $readable  what of metadata is handed to whoever has the file
     * @return \Generator<int, list<mixed>, mixed, string|null> returns where the rows go on; null behind the last
     */
    public function of(Builder $rows, ListOrder $order, array $columns, ReadableFields $readable, int $limit): \Generator
    {
        $query = $rows->limit($limit + 1)->toBase();
        $query->columns = null;
        $read = [];
        foreach ($columns as $place => $column) {
            $field = str_starts_with($column, 'field:') ? substr($column, strlen('field:')) : null;
            $field === null ? $query->selectRaw(self::OF_ACCOUNT[$column]." AS c{$place}") : $query->selectRaw('('.self::OF_FIELD.") AS c{$place}", [$field]);
            $read[$place] = self::reader($field === null ? $column : 'field', $readable);
        }
        $read = array_filter($read);
        [$value, $seq] = $order->parts();
        $query->selectRaw("{$value} AS order_value, {$seq} AS order_seq");
        $count = 0;
        $last = null;
        foreach ($query->getConnection()->cursor($query->toSql(), $query->getBindings()) as $row) {
            if ($count++ === $limit) {
                return $order->cursor((string) $last?->order_value, (int) $last?->order_seq);
            }
            $values = array_slice(array_values(get_object_vars($row)), 0, count($columns));
            foreach ($read as $place => $how) {
                $values[$place] = $how($values[$place]);
            }
            yield $values;
            $last = $row;
        }

        return null;
    }

    /** @return (\Closure(mixed): mixed)|null null where the value is as it is stored */
    private static function reader(string $column, ReadableFields $readable): ?\Closure
    {
        return match ($column) {
            'field' => static fn (?string $json): mixed => $json === null ? null : json_decode($json, true, flags: JSON_THROW_ON_ERROR),
            'roles' => static fn (?string $keys): array => $keys === null ? [] : explode(' ', $keys),
            'must_change' => static fn (int $is): bool => $is === 1,
            'own', 'internal' => static fn (?string $json): ?object => self::handed($readable, $column, $json),
            default => null,
        };
    }

    private static function handed(ReadableFields $readable, string $kind, ?string $json): ?object
    {
        $document = $json === null ? null : $readable->ofDocument($kind, MetadataDocument::stored($json));

        return $document === null || $document->isEmpty() ? null : $document->values();
    }
}
