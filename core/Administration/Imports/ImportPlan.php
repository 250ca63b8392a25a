<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\Transforms\ReadTransform;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** What somebody who imports accounts says of the whole file: which column becomes what, and what holds for every row. */
final readonly class ImportPlan
{
    public const EXISTING = ['refuse', 'leave', 'update'];

    private const MOST_COLUMNS = 200;

    private const MOST_TRANSFORMS = 8;

    /**
     * @param  string  $app  of accounts for which the file names none
     * @param  bool  $areProven  the addresses are proven, where no column says so
     * @param  bool  $mustChange  everybody chooses a new password, where no column says so
     * @param  bool  $allowsNoHash  a row without a hash becomes an account whose holder sets a password by mail
     * @param  value-of<self::EXISTING>  $existing  what becomes of a row whose address has an account
     * @param  list<string>  $update  targets that such an account is given
     * @param  string  $table  of a spreadsheet or database; "" for the first
     * @param  list<ImportColumn>  $columns
     */
    public function __construct(
        public string $app,
        public bool $areProven,
        public bool $mustChange,
        public ImportRules $hashes,
        public bool $allowsNoHash,
        public string $existing,
        public array $update,
        public string $table,
        public ?RoleLinks $links,
        public array $columns,
    ) {
    }

    /**
     * Columns that are called as what they become, and nothing else: a file made for Kennel.
     *
     * @param  list<string>|null  $columns  of the file; null where each row has its own
     *
     * @throws Refused when there is no address, name or hash among them
     */
    public static function plain(string $app, bool $areProven, bool $mustChange, ImportRules $hashes, ?array $columns = null): self
    {
        $missing = $columns === null ? [] : array_values(array_diff(['address', 'name', 'hash'], $columns));
        if ($missing !== []) {
            throw new Refused(new Reason('import.columns_missing', 'file', ['columns' => $missing]));
        }
        $read = array_values(array_intersect(['address', 'name', 'hash', 'salt'], $columns ?? ['address', 'name', 'hash', 'salt']));

        return new self($app, $areProven, $mustChange, $hashes, false, 'refuse', [], '', null, array_map(static fn (string $target): ImportColumn => new ImportColumn($target, $target), $read));
    }

    /**
     * @param  array<array-key, mixed>  $plan
     *
     * @throws Refused naming what is wrong
     */
    public static function read(array $plan, FieldRules $fields): self
    {
        $digest = $plan['digest'] ?? '';
        $layout = $plan['layout'] ?? 'password';
        $existing = $plan['existing'] ?? 'refuse';
        $update = $plan['update'] ?? [];
        $table = $plan['table'] ?? '';
        self::require(is_string($plan['app'] ?? null), 'app');
        self::require($digest === '' || (is_string($digest) && isset(ImportRules::DIGESTS[$digest])), 'digest');
        self::require(in_array($layout, ImportRules::LAYOUTS, true), 'layout');
        self::require(in_array($existing, self::EXISTING, true), 'existing');
        self::require(is_string($table) && mb_strlen($table) <= 200, 'table');
        self::require(is_array($update) && array_is_list($update), 'update');
        $columns = self::columns($plan['columns'] ?? null, $fields);
        $targets = array_column($columns, 'to');
        foreach ($update as $target) {
            if (! is_string($target) || ! in_array($target, [...$targets, 'name'], true) || ! ImportTargets::isUpdatable($target, $fields)) {
                throw new Refused(new Reason('import.update', 'update', ['targets' => [...ImportTargets::UPDATABLE, 'field:…', 'own:…', 'internal:…']]));
            }
        }
        self::require($existing !== 'update' || $update !== [], 'update');

        return new self(
            $plan['app'], ($plan['proven'] ?? false) === true, ($plan['must_change'] ?? false) === true, new ImportRules($digest, $layout), ($plan['allows_no_hash'] ?? false) === true,
            $existing, $update, $table, self::links($plan['links'] ?? null), $columns,
        );
    }

    /** @return array<string, mixed> what read() reads */
    public function toArray(): array
    {
        return [
            'app' => $this->app, 'proven' => $this->areProven, 'must_change' => $this->mustChange, 'digest' => $this->hashes->digest, 'layout' => $this->hashes->layout,
            'allows_no_hash' => $this->allowsNoHash, 'existing' => $this->existing, 'update' => $this->update, 'table' => $this->table, 'links' => $this->links?->toArray(),
            'columns' => array_map(static fn (ImportColumn $column): array => $column->toArray(), $this->columns),
        ];
    }

    /**
     * @return list<ImportColumn>
     *
     * @throws Refused
     */
    private static function columns(mixed $columns, FieldRules $fields): array
    {
        self::require(is_array($columns) && array_is_list($columns) && count($columns) <= self::MOST_COLUMNS, 'columns');
        $read = [];
        foreach ($columns as $column) {
            self::require(is_array($column), 'columns');
            $from = $column['from'] ?? null;
            $to = $column['to'] ?? null;
            $transforms = $column['transforms'] ?? [];
            self::require(is_string($from) && is_string($to) && mb_strlen($from) <= 300 && is_array($transforms) && count($transforms) <= self::MOST_TRANSFORMS, 'columns');
            if (! ImportTargets::isKnown($to, $fields)) {
                throw new Refused(new Reason('import.target', 'columns', ['target' => mb_substr($to, 0, 60), 'targets' => ImportTargets::OF_ACCOUNT]));
            }
            $read[] = new ImportColumn($from, $to, array_map(ReadTransform::of(...), array_values($transforms)), ($column['leaves_out'] ?? false) === true);
        }
        $targets = array_column($read, 'to');
        foreach (array_count_values($targets) as $target => $count) {
            if ($count > 1) {
                throw new Refused(new Reason('import.target_twice', 'columns', ['target' => $target]));
            }
        }
        if (! in_array('address', $targets, true) || array_intersect(['name', 'given_name', 'family_name'], $targets) === []) {
            throw new Refused(new Reason('import.targets_missing', 'columns'));
        }

        return $read;
    }

    /** @throws Refused */
    private static function links(mixed $links): ?RoleLinks
    {
        if ($links === null) {
            return null;
        }
        self::require(is_array($links), 'links');
        $named = [];
        foreach (RoleLinks::KEYS as $key) {
            $name = $links[$key] ?? null;
            self::require(is_string($name) && $name !== '' && mb_strlen($name) <= 200, 'links');
            $named[] = $name;
        }

        return new RoleLinks(...$named);
    }

    /**
     * @phpstan-assert true $isRight
     *
     * @throws Refused
     */
    private static function require(bool $isRight, string $part): void
    {
        $isRight || throw new Refused(new Reason('import.plan', $part, ['part' => $part]));
    }
}
