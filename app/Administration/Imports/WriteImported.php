<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Moment;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Administration\Imports\AccountUpdate;
use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Foundation\Text\EmailAddress;
use Psr\Clock\ClockInterface;

/** Writes the rows of a chunk, within its transaction: accounts, roles, fields, metadata, and an event each. */
final readonly class WriteImported
{
    public function __construct(
        private ClockInterface $clock,
        private Accounts $accounts,
        private Assignments $assignments,
        private FieldValues $fields,
        private Metadata $metadata,
        private DefaultRoles $defaults,
        private MarkComplete $markComplete,
        private AuditTrail $audit,
    ) {
    }

    /** @param  list<DecidedRow>  $rows  that are accounts, none of them there */
    public function new(array $rows, Import $import, #[\SensitiveParameter] string $noHash): void
    {
        $now = Moment::write($this->clock->now());
        $new = $accounts = [];
        foreach ($rows as $row) {
            if ($row->decision instanceof ImportedAccount) {
                $columns = $this->columns($row->decision, $row->lookupKey, $now, $noHash);
                $new[] = $columns;
                $accounts[$columns['id']] = $row->decision;
            }
        }
        $this->accounts->addAll($new);
        $this->addBeyondTheRow($accounts);
        $given = $this->assign($accounts, $import);
        $this->audit->recordAll('account.imported', $import->begunBy(), array_map(static fn (array $one): array => [
            'account' => ['id' => $one['id'], 'name' => $one['name']],
            'after' => [
                'name' => $one['name'],
                'email' => $one['email'],
                'status' => $one['status'],
                'app' => $one['app_key'],
                'password' => $accounts[$one['id']]->hash === '' ? 'none' : 'set',
                'stored_as' => $one['hash_kind'],
                ...isset($given[$one['id']]) ? ['roles' => implode(', ', $given[$one['id']])] : [],
                ...self::told($accounts[$one['id']]->fields, $accounts[$one['id']]->metadata),
            ],
        ], $new));
    }

    /** @param  list<array{Account, AccountUpdate}>  $updates */
    public function updates(array $updates, Import $import): void
    {
        $by = $import->begunBy();
        foreach ($updates as [$account, $update]) {
            $before = [
                ...$update->name === null ? [] : ['name' => $account->name],
                ...self::told($update->fieldsBefore, $update->metadataBefore),
            ];
            foreach ($update->roles as $role) {
                $this->assignments->assign($account->id, $role, $import->begun_by, 'by import');
            }
            $this->fields->write($account->seq, $update->fields);
            foreach ($update->metadata as $kind => $document) {
                $this->metadata->write($account->seq, MetadataKind::from($kind), $document);
            }
            $this->accounts->change($account, $update->name === null ? [] : Accounts::nameColumns($update->name, EmailAddress::parse($account->email)));
            ($this->markComplete)($account);
            $this->audit->record('account.changed_by_import', $by, $account->reference(), $before, [
                ...$update->name === null ? [] : ['name' => $update->name->value],
                ...$update->roles === [] ? [] : ['roles' => implode(', ', $update->roles)],
                ...self::told($update->fields, $update->metadata),
            ], null, 'import');
        }
    }

    /**
     * As the trail is told.
     *
     * @param  array<string, mixed>  $fields
     * @param  array<string, MetadataDocument>  $metadata
     * @return array<string, mixed>
     */
    private static function told(array $fields, array $metadata): array
    {
        return [
            ...array_map(static fn (mixed $value): mixed => is_array($value) ? implode(', ', array_filter($value, is_string(...))) : $value, array_filter($fields, static fn (mixed $value): bool => $value !== null)),
            ...array_map(static fn (MetadataDocument $document): string => $document->toJson(), $metadata),
        ];
    }

    /** @param  array<string, ImportedAccount>  $accounts  by id */
    private function addBeyondTheRow(array $accounts): void
    {
        $more = array_filter($accounts, static fn (ImportedAccount $account): bool => $account->fields !== [] || $account->metadata !== []);
        $seqs = $more === [] ? [] : $this->accounts->seqs(array_map(strval(...), array_keys($more)));
        $fields = $documents = [];
        foreach ($more as $id => $account) {
            $fields[$seqs[$id]] = array_filter($account->fields, static fn (mixed $value): bool => $value !== null);
            $documents[$seqs[$id]] = array_filter($account->metadata, static fn (MetadataDocument $document): bool => ! $document->isEmpty());
        }
        $this->fields->addAll($fields);
        $this->metadata->addAll($documents);
    }

    /**
     * Those of the file; where it says nothing of roles, the default ones that give nothing over Kennel.
     *
     * @param  array<string, ImportedAccount>  $accounts  by id
     * @return array<string, list<string>> the roles of the file, by account
     */
    private function assign(array $accounts, Import $import): array
    {
        $given = array_filter(array_map(static fn (ImportedAccount $account): ?array => $account->roles, $accounts), is_array(...));
        $byApp = [];
        foreach (array_diff_key($accounts, $given) as $id => $account) {
            $byApp[(string) $account->app][] = (string) $id;
        }
        foreach ($byApp as $app => $ids) {
            $this->assignments->assignAll($ids, $this->defaults->of($app === '' ? null : (string) $app), $import->begun_by, 'default role, by import');
        }
        $byRole = [];
        foreach ($given as $id => $roles) {
            foreach ($roles as $role) {
                $byRole[$role][] = (string) $id;
            }
        }
        foreach ($byRole as $role => $ids) {
            $this->assignments->assignAll($ids, [(string) $role], $import->begun_by, 'by import');
        }

        return $given;
    }

    /** @return array<string, mixed> columns of the account */
    private function columns(#[\SensitiveParameter] ImportedAccount $account, string $lookupKey, string $now, #[\SensitiveParameter] string $noHash): array
    {
        $hash = $account->hash === '' ? $noHash : $account->hash;

        return [
            'id' => $account->id ?? (string) Str::uuid7(),
            'app_key' => $account->app,
            'came_by' => 'import',
            ...Accounts::nameColumns($account->name, $account->email),
            'email' => $account->email->toString(),
            'lookup_key' => $lookupKey,
            'status' => $account->status->value,
            'status_reason' => $account->statusReason,
            'email_proven_at' => $account->provenAt === null ? null : Moment::write($account->provenAt),
            'terms_version' => $account->terms,
            'language' => $account->language,
            'password_hash' => $hash,
            'password_owed' => ($account->mustChange ? PasswordOwed::Asked : PasswordOwed::Nothing)->value,
            'hash_kind' => $account->hash === '' ? HashKind::of($noHash) : $account->kind,
            'created_at' => Moment::write($account->createdAt),
            'changed_at' => $now,
            'seen_at' => $account->seenAt === null ? '' : Moment::write($account->seenAt),
            'closed_at' => $account->status === Status::Closed ? $now : null,
        ];
    }
}
