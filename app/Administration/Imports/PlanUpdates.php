<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\Core\Administration\Imports\AccountUpdate;
use Kennel\Core\Administration\Imports\DecideUpdate;
use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Directory\Roles\Bounds;
use Kennel\Core\Directory\Roles\Excluded;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** What becomes of rows whose address has an account: asked by the check and, within its transaction, by the import. */
final readonly class PlanUpdates
{
    public function __construct(private Accounts $accounts, private FieldValues $fields, private Metadata $metadata, private Roles $roles, private Assignments $assignments, private PermissionsOfAccount $permissions, private DecideUpdate $decide, private HandedFields $handed)
    {
    }

    /**
     * @param  list<DecidedRow>  $rows  none refused
     * @return array<string, array{Account, AccountUpdate|Reason}> by lookup key; a reason for an account that is not to be touched
     */
    public function __invoke(array $rows, ImportPlan $plan, Actor $by): array
    {
        $accounts = $rows === [] ? [] : $this->accounts->byLookupKeys(array_column($rows, 'lookupKey'));
        $seqs = array_column($accounts, 'seq');
        $roles = $this->assignments->ofAll([...array_values(array_column($accounts, 'id')), ...$by->id === null ? [] : [$by->id]]);
        $fields = $this->fields->ofAll(array_values($seqs));
        $documents = $this->metadata->documentsOfAll(array_values($seqs));
        $grants = $by->id === null ? [] : $this->permissions->grantsOfAll([...array_values(array_column($accounts, 'id')), $by->id]);
        // What is not handed to the operator is neither compared nor written: whether it differs would tell what it is.
        $readable = $by->id === null ? null : $this->handed->toOperator(Bounds::permissions($grants[$by->id] ?? []));
        $planned = [];
        foreach ($rows as $row) {
            $account = $accounts[$row->lookupKey] ?? null;
            if ($account === null || ! $row->decision instanceof ImportedAccount) {
                continue;
            }
            $reason = match (true) {
                $account->status === Status::Closed => new Reason('account.closed', 'address'),
                $by->id !== null && $account->id !== $by->id && ! Bounds::reaches($grants[$by->id] ?? [], $grants[$account->id] ?? []) => new Reason('operator.beyond_authority', 'address'),
                // As everywhere: nobody gives themselves anything.
                $account->id === $by->id => new Reason('account.self', 'address'),
                default => $readable?->reasonsAgainstWriting(self::fieldsOf($plan, $row->decision), 'update')[0] ?? null,
            };
            $planned[$row->lookupKey] = [$account, $reason ?? $this->update($row->decision, $plan, $account, $roles[$account->id] ?? [], $fields[$account->seq] ?? [], $documents[$account->seq] ?? [])];
        }

        return $planned;
    }

    /**
     * The fields and keys of metadata that an existing account would be given: comparing them with what it has tells what it has.
     *
     * @param  ImportedAccount|null  $row  null for those that the plan names itself, without the keys of whole documents
     * @return list<FieldKey>
     */
    public static function fieldsOf(ImportPlan $plan, ?ImportedAccount $row = null): array
    {
        $keys = [];
        foreach ($plan->existing === 'update' ? $plan->update : [] as $target) {
            [$part, $key] = [...explode(':', $target, 2), ''];
            $keys = [...$keys, ...match (true) {
                $part === 'field' => [FieldKey::defined($key)],
                $part !== 'own' && $part !== 'internal' => [],
                $key !== '' => [FieldKey::metadata($part, MetadataDocument::topKey($key))],
                default => array_map(static fn (string $one): FieldKey => FieldKey::metadata($part, $one), ($row->metadata[$part] ?? null)?->topKeys() ?? []),
            }];
        }

        return $keys;
    }

    /**
     * @param  list<string>  $roles
     * @param  array<string, mixed>  $fields
     * @param  array<string, MetadataDocument>  $documents
     */
    private function update(ImportedAccount $row, ImportPlan $plan, Account $account, array $roles, array $fields, array $documents): AccountUpdate|Reason
    {
        try {
            $update = ($this->decide)($row, $plan, $account->name, $roles, $fields, $documents);

            return Excluded::reasons($this->roles->exclusions(), $update->roles, $this->roles->graph(), 'roles', $roles)[0] ?? $update;
        } catch (Refused $refused) {
            return $refused->reason;
        }
    }
}
