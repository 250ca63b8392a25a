<?php

declare(strict_types=1);

namespace Kennel\App\Accounts\Duties;

/** Duties an operator has let somebody off, each of one very thing. */
final readonly class Waivers
{
    /** @return list<string> subjects */
    public function of(string $accountId): array
    {
        return array_values(DutyWaiver::query()->where('account_id', $accountId)->pluck('subject')->all());
    }

    /**
     * @param  list<string>  $accountIds
     * @return array<string, list<string>> subjects by account; an account without any is left out
     */
    public function ofAll(array $accountIds): array
    {
        $subjects = [];
        foreach (DutyWaiver::query()->whereIn('account_id', $accountIds)->get() as $waiver) {
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
