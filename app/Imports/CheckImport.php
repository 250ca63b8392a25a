<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\Connection;
use Kennel\App\Platform\Moment;
use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Imports\DecideImport;
use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Rules\Reason;
use Psr\Clock\ClockInterface;

/** The dry run: every row is decided as it would be, and nothing is written but the report. Begun again, it begins at the first row. */
final readonly class CheckImport
{
    private const CHUNK = 1_000;

    public function __construct(private Connection $database, private ClockInterface $clock, private Imports $imports, private DecideImport $decide, private AddressRules $addresses)
    {
    }

    public function __invoke(string $id): void
    {
        $import = $this->imports->find($id);
        if ($import === null || $import->state !== 'checking') {
            return;
        }
        $this->database->table('import_rows')->where('import_id', $id)->delete();
        // On disk and not in memory, which stays flat; gone with the connection, or with the next check.
        $this->database->statement('CREATE TEMP TABLE IF NOT EXISTS import_seen (lookup_key TEXT PRIMARY KEY) WITHOUT ROWID');
        $this->database->statement('DELETE FROM import_seen');
        $tally = Tally::empty($id);
        $count = 0;
        foreach ($this->imports->rows($id, $import->format)->from(0) as $offset => $row) {
            $this->look($row, $import, $tally);
            if (++$count % self::CHUNK === 0 && ! $this->keep($import, $tally, ['offset' => $offset])) {
                return;
            }
        }
        $this->database->statement('DELETE FROM import_seen');
        $this->keep($import, $tally, ['offset' => (int) $import->bytes, 'state' => 'checked', 'finished_at' => Moment::write($this->clock->now())]);
    }

    /** @param  array<string, string>|Reason  $row */
    private function look(#[\SensitiveParameter] array|Reason $row, \stdClass $import, Tally $tally): void
    {
        $account = $row instanceof Reason ? [$row] : ($this->decide)($row, $this->imports->rulesOf($import));
        if (! $account instanceof ImportedAccount) {
            $tally->refuse($row instanceof Reason ? '' : $row['address'] ?? '', $account);

            return;
        }
        $key = $this->addresses->lookupKey($account->email);
        $reason = match (true) {
            $this->database->affectingStatement('INSERT OR IGNORE INTO import_seen (lookup_key) VALUES (?)', [$key]) === 0 => new Reason('import.twice', 'address'),
            $this->database->selectOne('SELECT 1 FROM accounts WHERE lookup_key = ?', [$key]) !== null => new Reason('import.taken', 'address'),
            default => null,
        };
        $reason === null ? $tally->accept($account) : $tally->refuse($account->email->toString(), [$reason]);
    }

    /** @param  array<string, mixed>  $more */
    private function keep(\stdClass $import, Tally $tally, array $more): bool
    {
        return $this->database->transaction(fn (): bool => $this->imports->keep($import, $tally, $more));
    }
}
