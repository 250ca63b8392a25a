<?php

declare(strict_types=1);

namespace Kennel\Core\Exports;

use Kennel\Core\Fields\FieldRules;
use Kennel\Core\Reasons\Reason;

/** Which columns a file has. Secrets are no columns, and cannot be chosen. */
final class ExportColumns
{
    public const OF_ACCOUNT = [
        'id', 'name', 'address', 'status', 'status_reason', 'verified', 'app', 'origin', 'roles', 'terms', 'created', 'changed', 'seen', 'hash', 'own', 'internal',
    ];

    /**
     * @param  list<string>  $chosen  of OF_ACCOUNT, or "field:" and a field's key
     * @return list<Reason>
     */
    public static function reasonsAgainst(array $chosen, FieldRules $fields): array
    {
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
