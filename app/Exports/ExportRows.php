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
        $fields = array_filter($columns, static fn (string $column): bool => str_starts_with($column, 'field:')) === [] ? [] : $this->fields->ofAll(array_column($accounts, 'seq'));
        $roles = in_array('roles', $columns, true) ? $this->roles->ofAll(array_column($accounts, 'id')) : [];
        $documents = $this->metadata->ofAll(array_column($accounts, 'seq'), array_values(array_intersect($columns, array_column(MetadataKind::cases(), 'value'))));

        return array_map(static function (Account $account) use ($columns, $fields, $roles, $documents): array {
            $row = [];
            foreach ($columns as $column) {
                $row[$column] = str_starts_with($column, 'field:')
                    ? $fields[$account->seq][substr($column, strlen('field:'))] ?? null
                    : self::value($account, $column, $roles[$account->id] ?? [], $documents[$account->seq] ?? []);
            }

            return $row;
        }, $accounts);
    }

    /**
     * @param  list<string>  $roles
     * @param  array<string, object>  $documents
     */
    private static function value(Account $account, string $column, array $roles, array $documents): mixed
    {
        return match ($column) {
            'id' => $account->id,
            'name' => $account->name,
            'address' => $account->email,
            'status' => $account->status->value,
            'status_reason' => $account->status_reason,
            'verified' => $account->email_proven_at,
            'app' => $account->app_key,
            'origin' => $account->came_by,
            'roles' => $roles,
            'terms' => $account->terms_version === '' ? null : $account->terms_version,
            'created' => $account->created_at,
            'changed' => $account->changed_at,
            'seen' => $account->seen_at === '' ? null : $account->seen_at,
            'language' => $account->language,
            'must_change' => $account->password_owed !== PasswordOwed::Nothing,
            'hash_kind' => $account->hash_kind,
            'password_hash' => $account->password_hash,
            'own', 'internal' => $documents[$column] ?? null,
            default => null,
        };
    }
}
