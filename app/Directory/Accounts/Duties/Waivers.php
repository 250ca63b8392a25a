<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts\Duties;

use Kennel\App\Foundation\Database\ImmediateSqliteConnection;

/** Duties an operator has let somebody off, each of one very thing. */
final readonly class Waivers
{
    public function __construct(private ImmediateSqliteConnection $database)
    {
    }

    /** @return list<string> subjects */
    public function of(string $accountId): array
    {
        return array_values(DutyWaiver::query()->where('account_id', $accountId)->pluck('subject')->all());
    }

    /**
     * Asked at every request of somebody who owes something.
     *
     * @param  list<string>  $accountIds
     * @return array<string, list<string>> subjects by account; an account without any is left out
     */
    public function ofAll(array $accountIds): array
    {
        $subjects = [];
        foreach ($this->database->look('SELECT account_id, subject FROM duty_waivers WHERE account_id IN (SELECT value FROM json_each(?))', [json_encode($accountIds, JSON_THROW_ON_ERROR)]) as $waiver) {
            $subjects[$waiver->account_id][] = $waiver->subject;
        }

        return $subjects;
    }

    /** @return list<array{subject: string, waived_by: string, why: string, waived_at: string}> */
    public function listOf(string $accountId): array
    {
        return array_values(DutyWaiver::query()->where('account_id', $accountId)->orderBy('waived_at')->get()
            ->map(static fn (DutyWaiver $row): array => ['subject' => $row->subject, 'waived_by' => $row->waived_by, 'why' => $row->why, 'waived_at' => $row->waived_at])->all());
    }

    public function add(string $accountId, string $subject, string $by, string $why, string $at): void
    {
        DutyWaiver::query()->insertOrIgnore(['account_id' => $accountId, 'subject' => $subject, 'waived_by' => $by, 'why' => $why, 'waived_at' => $at]);
    }
}
