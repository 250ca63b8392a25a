<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Directory\Accounts\AccountFacts;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Status;
use Psr\Clock\ClockInterface;

/** All accounts, a chunk at a time in the order of their sequence, with what standing depends on. Memory stays flat. */
final readonly class AccountStream
{
    public const CHUNK = 2_000;

    public function __construct(private ConnectionInterface $database, private ClockInterface $clock)
    {
    }

    /** @return \Generator<int, array<string, AccountFacts>> by account id; each chunk by the sequence number of its last account */
    public function chunks(int $last = 0): \Generator
    {
        $now = Moment::write($this->clock->now());
        do {
            $accounts = $this->database->select(
                'SELECT seq, id, status, email_proven_at, email, app_key, terms_version, password_owed, hash_kind, factor_since, created_at FROM accounts WHERE seq > ? ORDER BY seq LIMIT '.self::CHUNK,
                [$last],
            );
            if ($accounts === []) {
                return;
            }
            $first = $last;
            $last = (int) end($accounts)->seq;
            $parts = [];
            $values = 'SELECT account_seq, field_key, position, value FROM field_values WHERE account_seq > ? AND account_seq <= ? ORDER BY account_seq, field_key, position';
            foreach ($this->database->select($values, [$first, $last]) as $row) {
                $parts[$row->account_seq][] = [$row->field_key, (int) $row->position, json_decode($row->value, true)];
            }
            $waived = [];
            $waivers = 'SELECT w.account_id, w.subject FROM accounts a JOIN duty_waivers w ON w.account_id = a.id WHERE a.seq > ? AND a.seq <= ?';
            foreach ($this->database->select($waivers, [$first, $last]) as $row) {
                $waived[$row->account_id][] = $row->subject;
            }
            $held = [];
            $assignments = 'SELECT r.account_id, r.role_key, r.assigned_at, r.until FROM accounts a JOIN assignments r ON r.account_id = a.id WHERE a.seq > ? AND a.seq <= ?';
            foreach ($this->database->select($assignments, [$first, $last]) as $row) {
                if ($row->until === null || $row->until > $now) {
                    $held[$row->account_id][] = [$row->role_key, Moment::read($row->assigned_at)];
                }
            }
            $facts = [];
            foreach ($accounts as $row) {
                $facts[$row->id] = new AccountFacts(
                    Status::from($row->status),
                    $row->email_proven_at !== null,
                    $row->email,
                    $row->app_key,
                    $row->terms_version,
                    FieldValues::assemble($parts[$row->seq] ?? []),
                    $waived[$row->id] ?? [],
                    PasswordOwed::from($row->password_owed),
                    $row->hash_kind,
                    $row->factor_since !== null,
                    Moment::read($row->created_at),
                    $held[$row->id] ?? [],
                );
            }
            yield $last => $facts;
        } while (count($accounts) === self::CHUNK);
    }
}
