<?php

declare(strict_types=1);

namespace Kennel\App\Accounts\Duties;

use Illuminate\Database\ConnectionInterface;

/** Duties an operator has let somebody off, each of one very thing. */
final readonly class Waivers
{
    /** Read by CurrentSession as part of its own query: a JSON list of subjects. */
    public const SUBQUERY = '(SELECT json_group_array(subject) FROM duty_waivers WHERE account_id = %s)';

    public function __construct(private ConnectionInterface $database)
    {
    }

    /** @return list<string> subjects */
    public function of(string $accountId): array
    {
        return array_values($this->database->table('duty_waivers')->where('account_id', $accountId)->pluck('subject')->all());
    }

    /** @return list<array{subject: string, waived_by: string, why: string, waived_at: string}> */
    public function listOf(string $accountId): array
    {
        return array_values($this->database->table('duty_waivers')->where('account_id', $accountId)->orderBy('waived_at')->get()
            ->map(static fn (\stdClass $row): array => ['subject' => $row->subject, 'waived_by' => $row->waived_by, 'why' => $row->why, 'waived_at' => $row->waived_at])->all());
    }

    public function add(string $accountId, string $subject, string $by, string $why, string $at): void
    {
        $this->database->table('duty_waivers')->insertOrIgnore(['account_id' => $accountId, 'subject' => $subject, 'waived_by' => $by, 'why' => $why, 'waived_at' => $at]);
    }
}
