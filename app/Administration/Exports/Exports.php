<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Disclosure\FieldNames;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Administration\Exports\ExportColumns;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/** Files of accounts as operators take them out: their own, and for a day. */
final readonly class Exports
{
    /** So many are written while the operator waits; for more a worker is asked. */
    private const AT_ONCE = 5_000;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Caller $caller,
        private AccountList $list,
        private FieldRules $fields,
        private HandedFields $handed,
        private FieldNames $names,
        private DisclosureRules $disclosure,
        private WriteExport $write,
        private ExportFiles $files,
        private AuditTrail $audit,
    ) {
    }

    /**
     * @param  list<string>  $columns
     * @param  list<string>|null  $ids  those that are meant; null for all that match
     *
     * @throws Refusal for what is invalid
     */
    public function begin(ExportFormat $format, array $columns, ?string $search, Where $where, string $sort, ?array $ids = null): Export
    {
        $operator = $this->caller->require(Permission::AccountsExport);
        $this->caller->require(Permission::AccountsRead);
        $mayHaveHashes = $format === ExportFormat::JsonLines && $this->caller->permissions()->allows(Permission::AccountsExportHashes->value);
        $reasons = ExportColumns::reasonsAgainst($columns, $this->fields, $mayHaveHashes);
        $reasons = $reasons === [] ? $this->handed->toCaller()->reasonsAgainstFields(...ExportColumns::fields($columns)) : $reasons;
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $count = $ids === null ? $this->list->count($search, $where) : ['total' => count($ids), 'total_is_exact' => true];
        $export = $this->database->transaction(function () use ($format, $columns, $search, $where, $sort, $ids, $count, $operator): Export {
            $this->audit->record('accounts.exported', $operator->asOperator(), null, [], [
                'format' => $format->value, 'columns' => implode(', ', $columns), 'where' => $ids === null ? $where->toJson() : 'selected one by one', 'search' => (string) $search, 'accounts' => $count['total'],
            ], null, 'export');

            return Export::query()->create([
                'id' => (string) Str::uuid7(), 'operator_id' => $operator->accountId, 'operator_name' => $operator->name, 'format' => $format->value, 'columns' => $columns,
                'search' => (string) $search, 'conditions' => $where->toJson(), 'sort' => $sort, 'ids' => $ids, 'state' => 'running', 'total' => $count['total_is_exact'] ? $count['total'] : null,
                'done' => 0, 'bytes' => 0, 'bounds' => $this->caller->bounds(), 'handed' => $this->handed($columns), 'begun_at' => Moment::write($this->clock->now()),
            ]);
        });
        if ($export->total === null || $export->total > self::AT_ONCE) {
            ContinueRun::dispatch(WriteExport::class, $export->id);
        } else {
            ContinueRun::shouldItDie(WriteExport::class, $export->id);
            $this->write->work($export->id, Step::endless());
        }

        return $export->refresh();
    }

    /** @throws Refusal for one that is somebody else's */
    public function get(string $id, SignedIn $operator): Export
    {
        return Export::query()->where('id', $id)->where('operator_id', $operator->accountId)->first() ?? throw Refusal::notFound();
    }

    /** @return list<string> fields that could be columns, and keys of metadata in those that are, and that are not handed to whoever takes the file: a move would lose them */
    public function leftOut(Export $export): array
    {
        $readable = $this->handed->toCaller();
        $left = array_filter($this->names->all($this->fields, $this->disclosure), static fn (FieldKey $field): bool => ! $readable->has($field)
            && $field->name !== FieldKey::REST
            && ($field->origin === FieldOrigin::Defined || in_array($field->origin->value, $export->columns, true)));

        return array_values(array_map(static fn (FieldKey $field): string => $field->key(), $left));
    }

    /**
     * What is in a file cannot be taken out again, so it is handed out while all of it may be seen.
     *
     * @return resource
     *
     * @throws Refusal when it is not there, and when the operator has been narrowed or a field hidden since
     */
    public function open(Export $export)
    {
        $this->caller->require(Permission::AccountsRead);
        if (! $this->maySeeAllOf($export)) {
            throw Refusal::notAllowed('export.narrowed');
        }
        $file = $export->state === 'done' && is_file($this->files->path($export->id)) ? fopen($this->files->path($export->id), 'rb') : false;

        return $file === false ? throw Refusal::notFound() : $file;
    }

    private function maySeeAllOf(Export $export): bool
    {
        $bounds = $this->caller->bounds();
        $isWithin = $bounds === null || ($export->bounds !== null && array_diff($export->bounds, $bounds) === []);

        return $isWithin && array_diff($export->handed, $this->handed($export->columns)) === []
            && (! in_array(ExportColumns::PASSWORD_HASH, $export->columns, true) || $this->caller->permissions()->allows(Permission::AccountsExportHashes->value));
    }

    /**
     * @param  list<string>  $columns
     * @return list<string> the fields and keys of metadata in them that are handed to the operator
     */
    private function handed(array $columns): array
    {
        $readable = $this->handed->toCaller();
        $inColumns = array_fill_keys(ExportColumns::fields($columns), true);
        $handed = array_filter($this->names->all($this->fields, $this->disclosure), static fn (FieldKey $field): bool => $readable->has($field)
            && ($field->origin === FieldOrigin::Defined ? isset($inColumns[$field->name]) : in_array($field->origin->value, $columns, true)));

        return array_values(array_map(static fn (FieldKey $field): string => $field->key(), $handed));
    }

    /** Stops what runs; what was written goes. */
    public function discard(string $id, SignedIn $operator): void
    {
        $export = $this->get($id, $operator);
        Export::query()->where('id', $export->id)->where('state', 'running')->update(['state' => 'cancelled', 'finished_at' => Moment::write($this->clock->now())]);
        $this->files->remove($export->id);
    }
}
