<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\Connection;
use Illuminate\Support\Str;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Queue\Step;
use Kennel\App\Platform\RequestContext;
use Kennel\App\Roles\Roles;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Audit\Changes;
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

    private const ACCOUNT = 'INSERT INTO accounts (id, app_key, came_by, name, name_key, email, lookup_key, status, email_proven_at, password_hash, password_owed, hash_kind, created_at, search) VALUES (?, ?, \'import\', ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (lookup_key) DO NOTHING';

    private const ASSIGNMENT = 'INSERT INTO assignments (account_id, role_key, assigned_by, why, assigned_at) VALUES (?, ?, ?, ?, ?)';

    private const EVENT = 'INSERT INTO audit_events (id, act_id, at, event, actor_kind, actor_id, actor_name, account_id, account_name, changes) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)';

    public function __construct(
        private readonly Connection $database,
        private readonly ClockInterface $clock,
        private readonly Imports $imports,
        private readonly DecideImport $decide,
        private readonly AddressRules $addresses,
        private readonly SignupRules $signup,
        private readonly AuditTrail $audit,
        private readonly RequestContext $context,
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
        $last = (int) $import->offset;
        foreach ($this->imports->rows($id, $import->format)->from($last) as $offset => $row) {
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
        if ($this->keep($import, $chunk, $tally, (int) $import->bytes)) {
            $this->finish($import, $tally);
        }

        return true;
    }

    /**
     * @param  list<array<string, string>|Reason>  $rows
     * @return bool false when it was discarded meanwhile
     */
    private function keep(\stdClass $import, #[\SensitiveParameter] array $rows, RowCounts $tally, int $offset): bool
    {
        $rules = $this->imports->rulesOf($import);
        // Decided before the transaction: parsing is most of the work, and nobody should wait for it.
        $decided = array_map(fn (array|Reason $row): ImportedAccount|array => $row instanceof Reason ? [$row] : $this->bounds->judge(($this->decide)($row, $rules)), $rows);

        return $this->database->transaction(function () use ($import, $rows, $decided, $tally, $offset): bool {
            if ($this->database->table('imports')->where('id', $import->id)->where('state', 'importing')->update(['offset' => $offset]) === 0) {
                return false;
            }
            // Decided by rules that may have been published over since: then the chunk is decided again.
            $this->rules->requireUnchanged();
            $pdo = $this->database->getPdo();
            [$account, $assignment, $event] = [$pdo->prepare(self::ACCOUNT), $pdo->prepare(self::ASSIGNMENT), $pdo->prepare(self::EVENT)];
            $now = Moment::write($this->clock->now());
            foreach ($decided as $index => $one) {
                if (! $one instanceof ImportedAccount) {
                    $tally->refuse($rows[$index] instanceof Reason ? '' : $rows[$index]['address'] ?? '', $one);

                    continue;
                }
                $id = $this->insert($account, $one, $import, $now);
                if ($id === null) {
                    $tally->refuse($one->email->toString(), [new Reason('import.taken', 'address')]);

                    continue;
                }
                foreach ($this->roles->harmless($this->signup->roles) as $role) {
                    $assignment->execute([$id, $role, $import->begun_by, 'default role, by import', $now]);
                }
                $event->execute([(string) Str::uuid7(), $this->context->actId, $now, 'account.imported', $import->begun_by_kind, $import->begun_by_id, $import->begun_by, $id, $one->name->value, $this->changes($one, $import)]);
                $tally->accept($one);
            }

            return $this->imports->keep($import, $tally);
        });
    }

    /** @return string|null its id; null when the address has an account */
    private function insert(\PDOStatement $statement, ImportedAccount $account, \stdClass $import, string $now): ?string
    {
        $id = (string) Str::uuid7();
        ['name' => $name, 'name_key' => $nameKey, 'search' => $search] = Accounts::nameColumns($account->name, $account->email);
        $statement->execute([
            $id, $import->app_key, $name, $nameKey, $account->email->toString(), $this->addresses->lookupKey($account->email),
            $import->proven ? 'active' : 'pending', $import->proven ? $now : null, $account->hash, $import->must_change ? 'asked' : '', $account->kind, $now,
            $search,
        ]);

        return $statement->rowCount() === 1 ? $id : null;
    }

    /** As AuditTrail::record() writes what was added. */
    private function changes(ImportedAccount $account, \stdClass $import): string
    {
        $changes = Changes::between([], ['name' => $account->name->value, 'email' => $account->email->toString(), 'status' => $import->proven ? 'active' : 'pending', 'app' => $import->app_key, 'password' => 'set', 'stored_as' => $account->kind]);

        return json_encode((object) $changes, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }

    private function finish(\stdClass $import, RowCounts $tally): void
    {
        $this->database->transaction(function () use ($import, $tally): void {
            $this->database->table('imports')->where('id', $import->id)->update(['state' => 'done', 'finished_at' => Moment::write($this->clock->now())]);
            $this->audit->record('accounts.import_finished', Actor::named($import->begun_by_kind, $import->begun_by_id, $import->begun_by), null, [], ['file' => $import->name, 'imported' => $tally->accepted(), 'refused' => $tally->refused()], null, 'import');
        });
        if (is_file($this->imports->path($import->id))) {
            unlink($this->imports->path($import->id));
        }
    }
}
