<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Queue\Step;
use Kennel\App\Roles\Roles;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Imports\DecideImport;
use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Signup\SignupRules;
use Psr\Clock\ClockInterface;

/**
 * Makes accounts of the rows that can be. A chunk, its report and the place behind it are one transaction: killed anywhere, it goes on
 * behind the last chunk, and no row is imported twice or left out.
 */
final class ImportAccounts
{
    private const CHUNK = 1_000;

    public function __construct(
        private readonly ConnectionInterface $database,
        private readonly ClockInterface $clock,
        private readonly Imports $imports,
        private readonly ImportFiles $files,
        private readonly Accounts $accounts,
        private readonly DecideImport $decide,
        private readonly AddressRules $addresses,
        private readonly SignupRules $signup,
        private readonly AuditTrail $audit,
        private readonly Roles $roles,
        private readonly RulesInForce $rules,
        private readonly ImportBounds $bounds,
    ) {
    }

    /** @return bool false when there is more to do */
    public function __invoke(string $id, Step $step): bool
    {
        $import = $this->imports->find($id);
        if ($import === null || $import->state !== 'importing') {
            return true;
        }
        $tally = RowCounts::of($import);
        $chunk = [];
        $last = $import->offset;
        foreach ($this->files->rows($id, $import->format)->from($last) as $offset => $row) {
            $chunk[] = $row;
            $last = $offset;
            if (count($chunk) === self::CHUNK) {
                if (! $this->keep($import, $chunk, $tally, $last)) {
                    return true;
                }
                if ($step->isOver()) {
                    return false;
                }
                $chunk = [];
            }
        }
        if ($this->keep($import, $chunk, $tally, $import->bytes)) {
            $this->finish($import, $tally);
        }

        return true;
    }

    /**
     * @param  list<array<string, string>|Reason>  $rows
     * @return bool false when it was discarded meanwhile
     */
    private function keep(Import $import, #[\SensitiveParameter] array $rows, RowCounts $tally, int $offset): bool
    {
        $rules = $import->rules();
        // Decided before the transaction: parsing is most of the work, and nobody should wait for it.
        $decided = array_map(
            fn (array|Reason $row): ImportedAccount|array => $row instanceof Reason ? [$row] : $this->bounds->judge(($this->decide)($row, $rules)),
            $rows,
        );

        return $this->database->transaction(function () use ($import, $rows, $decided, $tally, $offset): bool {
            if (Import::query()->whereKey($import->id)->where('state', 'importing')->update(['offset' => $offset]) === 0) {
                return false;
            }
            // Decided by rules that may have been published over since: then the chunk is decided again.
            $this->rules->requireUnchanged();
            $keys = array_map(
                fn (ImportedAccount|array $one): ?string => $one instanceof ImportedAccount ? $this->addresses->lookupKey($one->email) : null,
                $decided,
            );
            $taken = $this->accounts->taken(array_values(array_filter($keys, is_string(...))));
            $now = Moment::write($this->clock->now());
            $new = [];
            foreach ($decided as $index => $one) {
                $key = (string) $keys[$index];
                if (! $one instanceof ImportedAccount) {
                    $tally->refuse($rows[$index] instanceof Reason ? '' : $rows[$index]['address'] ?? '', $one);
                } elseif (isset($taken[$key])) {
                    $tally->refuse($one->email->toString(), [new Reason('import.taken', 'address')]);
                } else {
                    $taken[$key] = true;
                    $new[] = [$one, $this->row($one, $key, $import, $now)];
                    $tally->accept($one);
                }
            }
            $this->write($new, $import);

            return $this->imports->keep($import, $tally);
        });
    }

    /** @param  list<array{ImportedAccount, array<string, mixed>}>  $new */
    private function write(array $new, Import $import): void
    {
        $this->accounts->addAll(array_column($new, 1));
        $this->roles->assignAll(
            array_column(array_column($new, 1), 'id'),
            $this->roles->harmless($this->signup->roles),
            $import->begun_by,
            'default role, by import',
        );
        $this->audit->recordAll('account.imported', $import->begunBy(), array_map(static fn (array $one): array => [
            'account' => ['id' => $one[1]['id'], 'name' => $one[1]['name']],
            'added' => [
                'name' => $one[1]['name'],
                'email' => $one[1]['email'],
                'status' => $one[1]['status'],
                'app' => $one[1]['app_key'],
                'password' => 'set',
                'stored_as' => $one[0]->kind,
            ],
        ], $new));
    }

    /** @return array<string, mixed> columns of the account */
    private function row(#[\SensitiveParameter] ImportedAccount $account, string $lookupKey, Import $import, string $now): array
    {
        return [
            'id' => (string) Str::uuid7(),
            'app_key' => $import->app_key,
            'came_by' => 'import',
            ...Accounts::nameColumns($account->name, $account->email),
            'email' => $account->email->toString(),
            'lookup_key' => $lookupKey,
            'status' => ($import->proven ? Status::Active : Status::Pending)->value,
            'email_proven_at' => $import->proven ? $now : null,
            'password_hash' => $account->hash,
            'password_owed' => ($import->must_change ? PasswordOwed::Asked : PasswordOwed::Nothing)->value,
            'hash_kind' => $account->kind,
            'created_at' => $now,
        ];
    }

    private function finish(Import $import, RowCounts $tally): void
    {
        $this->database->transaction(function () use ($import, $tally): void {
            Import::query()->whereKey($import->id)->update(['state' => 'done', 'finished_at' => Moment::write($this->clock->now())]);
            $this->audit->record(
                'accounts.import_finished',
                $import->begunBy(),
                null,
                [],
                ['file' => $import->name, 'imported' => $tally->accepted(), 'refused' => $tally->refused()],
                null,
                'import',
            );
        });
        $this->files->remove($import->id);
    }
}
