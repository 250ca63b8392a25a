<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Fields\FieldValues;
use Kennel\Core\Accounts\AccountFacts;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\Status;

/** All accounts, a chunk at a time in the order of their sequence, with what standing depends on. Memory stays flat. */
final readonly class AccountStream
{
    public const CHUNK = 2_000;

    public function __construct(private ConnectionInterface $database)
    {
    }

    /** @return \Generator<int, array<string, AccountFacts>> by account id; each chunk by the sequence number of its last account */
    public function chunks(int $last = 0): \Generator
    {
        do {
            $accounts = $this->database->select(
                'SELECT seq, id, status, email_proven_at, email, app_key, terms_version, password_owed, hash_kind FROM accounts WHERE seq > ? ORDER BY seq LIMIT '.self::CHUNK,
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
                );
            }
            yield $last => $facts;
        } while (count($accounts) === self::CHUNK);
    }
}
