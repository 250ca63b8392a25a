<?php

declare(strict_types=1);

namespace Kennel\App\Exports;

use Kennel\App\Accounts\Account;
use Kennel\App\Fields\FieldValues;
use Kennel\App\Metadata\Metadata;
use Kennel\App\Roles\Roles;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Metadata\MetadataKind;

/** The values of a page of accounts, by column, as JSON has them. */
final readonly class ExportRows
{
    public function __construct(private FieldValues $fields, private Roles $roles, private Metadata $metadata)
    {
    }

    /**
     * @param  list<Account>  $accounts
     * @param  list<string>  $columns
     * @return list<array<string, mixed>>
     */
    public function of(array $accounts, array $columns): array
    {
        // As they are stored: of many rows, what a model does at each access is most of the work.
        $rows = array_map(static fn (Account $account): array => $account->getAttributes(), $accounts);
        $seqs = array_map(intval(...), array_column($rows, 'seq'));
        $keys = array_values(array_map(static fn (string $column): string => substr($column, strlen('field:')), array_filter($columns, static fn (string $column): bool => str_starts_with($column, 'field:'))));
        $fields = $keys === [] ? [] : $this->fields->ofAll($seqs, $keys);
        $roles = in_array('roles', $columns, true) ? $this->roles->ofAll(array_column($rows, 'id')) : [];
        $documents = $this->metadata->ofAll($seqs, array_values(array_intersect($columns, array_column(MetadataKind::cases(), 'value'))));

        return array_map(static function (array $account) use ($columns, $fields, $roles, $documents): array {
            $row = [];
            foreach ($columns as $column) {
                $row[$column] = str_starts_with($column, 'field:')
                    ? $fields[(int) $account['seq']][substr($column, strlen('field:'))] ?? null
                    : self::value($account, $column, $roles[(string) $account['id']] ?? [], $documents[(int) $account['seq']] ?? []);
            }

            return $row;
        }, $rows);
    }

    /**
     * @param  array<string, mixed>  $account  as it is stored
     * @param  list<string>  $roles
     * @param  array<string, object>  $documents
     */
    private static function value(array $account, string $column, array $roles, array $documents): mixed
    {
        return match ($column) {
            'address' => $account['email'],
            'verified' => $account['email_proven_at'],
            'app' => $account['app_key'],
            'origin' => $account['came_by'],
            'roles' => $roles,
            'terms' => $account['terms_version'] === '' ? null : $account['terms_version'],
            'must_change' => $account['password_owed'] !== PasswordOwed::Nothing->value,
            'created' => $account['created_at'],
            'changed' => $account['changed_at'],
            'seen' => $account['seen_at'] === '' ? null : $account['seen_at'],
            'own', 'internal' => $documents[$column] ?? null,
            'id', 'name', 'status', 'status_reason', 'language', 'hash_kind', 'password_hash' => $account[$column],
            default => null,
        };
    }
}
