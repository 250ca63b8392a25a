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
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Signup\SignupRules;
use Psr\Clock\ClockInterface;

/**
 * Makes accounts of the rows that can be. A chunk, its report and the place behind it are one transaction: killed anywhere, it goes on
 * behind the last chunk, and no row is imported twice or left out.
 */
final readonly class ImportAccounts
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Imports $imports,
        private ImportFiles $files,
        private Accounts $accounts,
        private DecideRows $decide,
        private SignupRules $signup,
        private AuditTrail $audit,
        private Roles $roles,
        private RulesInForce $rules,
    ) {
    }

    /** @return bool false when there is more to do */
    public function __invoke(string $id, Step $step): bool
    {
        $import = $this->imports->find($id);
        if ($import === null || $import->state !== 'importing') {
            return true;
        }
        $counts = RowCounts::of($import);
        foreach ($this->decide->chunks($import) as $chunk) {
            if (! $this->keep($import, $chunk, $counts)) {
                return true;
            }
            if (! $chunk->isLast && $step->isOver()) {
                return false;
            }
        }
        $this->finish($import, $counts);

        return true;
    }

    /** @return bool false when it was discarded meanwhile */
    private function keep(Import $import, DecidedChunk $chunk, RowCounts $counts): bool
    {
        return $this->database->transaction(function () use ($import, $chunk, $counts): bool {
            if (Import::query()->whereKey($import->id)->where('state', 'importing')->update(['offset' => $chunk->offset]) === 0) {
                return false;
            }
            // Decided by rules that may have been published over since: then the chunk is decided again.
            $this->rules->requireUnchanged();
            $taken = $this->accounts->taken($chunk->lookupKeys());
            $now = Moment::write($this->clock->now());
            $new = [];
            foreach ($chunk->rows as $row) {
                if (! $row->decision instanceof ImportedAccount) {
                    $counts->refuse($row->typed, $row->decision);
                } elseif (isset($taken[$row->lookupKey])) {
                    $counts->refuse($row->decision->email->toString(), [new Reason('import.taken', 'address')]);
                } else {
                    $taken[$row->lookupKey] = true;
                    $new[] = $this->row($row->decision, $row->lookupKey, $import, $now);
                    $counts->accept($row->decision);
                }
            }
            $this->write($new, $import);

            return $this->imports->keep($import, $counts);
        });
    }

    /** @param  list<array<string, mixed>>  $new  columns of each */
    private function write(array $new, Import $import): void
    {
        $this->accounts->addAll($new);
        $this->roles->assignAll(array_column($new, 'id'), $this->roles->harmless($this->signup->roles), $import->begun_by, 'default role, by import');
        $this->audit->recordAll('account.imported', $import->begunBy(), array_map(static fn (array $one): array => [
            'account' => ['id' => $one['id'], 'name' => $one['name']],
            'after' => [
                'name' => $one['name'],
                'email' => $one['email'],
                'status' => $one['status'],
                'app' => $one['app_key'],
                'password' => 'set',
                'stored_as' => $one['hash_kind'],
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
            'changed_at' => $now,
        ];
    }

    private function finish(Import $import, RowCounts $counts): void
    {
        $this->database->transaction(function () use ($import, $counts): void {
            Import::query()->whereKey($import->id)->update(['state' => 'done', 'finished_at' => Moment::write($this->clock->now())]);
            $this->audit->record(
                'accounts.import_finished',
                $import->begunBy(),
                null,
                [],
                ['file' => $import->name, 'imported' => $counts->accepted(), 'refused' => $counts->refused()],
                null,
                'import',
            );
        });
        $this->files->remove($import->id);
    }
}
