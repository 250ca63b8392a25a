<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Exports;

use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Reason;

/** Which columns a file has. Of secrets the hash alone can be one, for who may take it out. */
final class ExportColumns
{
    public const OF_ACCOUNT = [
        'id', 'name', 'address', 'status', 'status_reason', 'verified', 'app', 'origin', 'roles', 'terms', 'language', 'must_change', 'created', 'changed', 'seen', 'hash_kind',
        'own', 'internal', self::PASSWORD_HASH,
    ];

    /** For moving to another installation: only in JSON Lines, and by a permission of its own. */
    public const PASSWORD_HASH = 'password_hash';

    /**
     * @param  list<string>  $columns
     * @return list<string> the keys of the rule book's fields among them
     */
    public static function fields(array $columns): array
    {
        $fields = array_filter($columns, static fn (string $column): bool => str_starts_with($column, 'field:'));

        return array_values(array_map(static fn (string $column): string => substr($column, strlen('field:')), $fields));
    }

    /**
     * @param  list<string>  $chosen  of OF_ACCOUNT, or "field:" and a field's key
     * @return list<Reason>
     */
    public static function reasonsAgainst(array $chosen, FieldRules $fields, bool $mayHaveHashes): array
    {
        if (! $mayHaveHashes && in_array(self::PASSWORD_HASH, $chosen, true)) {
            return [new Reason('export.hashes', 'columns')];
        }
        if ($chosen === [] || count(array_unique($chosen)) !== count($chosen)) {
            return [new Reason('export.columns', 'columns')];
        }
        foreach ($chosen as $column) {
            $isField = str_starts_with($column, 'field:') && $fields->find(substr($column, strlen('field:'))) !== null;
            if (! $isField && ! in_array($column, self::OF_ACCOUNT, true)) {
                return [new Reason('export.column', 'columns', ['column' => mb_substr($column, 0, 60), 'columns' => self::OF_ACCOUNT])];
            }
        }

        return [];
    }
}
