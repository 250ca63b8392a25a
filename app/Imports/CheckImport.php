<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\Connection;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Queue\Step;
use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Imports\DecideImport;
use Kennel\Core\Imports\ImportedAccount;
use Kennel\Core\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** The dry run: every row is decided as it would be, and nothing is written but the report. */
final readonly class CheckImport
{
    private const CHUNK = 1_000;

    public function __construct(private Connection $database, private ClockInterface $clock, private Imports $imports, private DecideImport $decide, private AddressRules $addresses, private ImportBounds $bounds)
    {
    }

    /** @return bool false when there is more to do */
    public function __invoke(string $id, Step $step): bool
    {
        $import = $this->imports->find($id);
        if ($import === null || $import->state !== 'checking') {
            return true;
        }
        $tally = RowCounts::of($import);
        $chunk = [];
        $last = (int) $import->offset;
        foreach ($this->imports->rows($id, $import->format)->from($last) as $offset => $row) {
            $chunk[] = $row;
            $last = $offset;
            if (count($chunk) === self::CHUNK) {
                if (! $this->keep($import, $chunk, $tally, ['offset' => $last])) {
                    return true;
                }
                if ($step->isOver()) {
                    return false;
                }
                $chunk = [];
            }
        }
        $this->keep($import, $chunk, $tally, ['offset' => (int) $import->bytes, 'state' => 'checked', 'finished_at' => Moment::write($this->clock->now())]);
        $this->imports->forgetAddresses($id);

        return true;
    }

    /**
     * A chunk, its report and the place behind it are one transaction, so that a check that was broken off goes on.
     *
     * @param  list<array<string, string>|Reason>  $rows
     * @param  array<string, mixed>  $more
     * @return bool false when it was discarded meanwhile
     */
    private function keep(\stdClass $import, #[\SensitiveParameter] array $rows, RowCounts $tally, array $more): bool
    {
        $rules = $this->imports->rulesOf($import);
        $decided = array_map(fn (array|Reason $row): ImportedAccount|array => $row instanceof Reason ? [$row] : $this->bounds->judge(($this->decide)($row, $rules)), $rows);

        return $this->database->transaction(function () use ($import, $rows, $decided, $tally, $more): bool {
            foreach ($decided as $index => $one) {
                $this->look($one, $rows[$index] instanceof Reason ? '' : $rows[$index]['address'] ?? '', $import, $tally);
            }

            return $this->imports->keep($import, $tally, $more);
        });
    }

    /** @param  ImportedAccount|non-empty-list<Reason>  $account */
    private function look(#[\SensitiveParameter] ImportedAccount|array $account, string $address, \stdClass $import, RowCounts $tally): void
    {
        if (! $account instanceof ImportedAccount) {
            $tally->refuse($address, $account);

            return;
        }
        $key = $this->addresses->lookupKey($account->email);
        $reason = match (true) {
            $this->database->affectingStatement('INSERT INTO import_addresses (import_id, lookup_key) VALUES (?, ?) ON CONFLICT DO NOTHING', [$import->id, $key]) === 0 => new Reason('import.twice', 'address'),
            $this->database->selectOne('SELECT 1 FROM accounts WHERE lookup_key = ?', [$key]) !== null => new Reason('import.taken', 'address'),
            default => null,
        };
        $reason === null ? $tally->accept($account) : $tally->refuse($account->email->toString(), [$reason]);
    }
}
