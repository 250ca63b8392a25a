<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts\Duties;

use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/** Who accepted which version of the terms, and when. Called inside the act's transaction. */
final readonly class TermsAcceptances
{
    public function __construct(private ClockInterface $clock)
    {
    }

    /** Accepting twice is accepting. */
    public function add(string $accountId, string $version, ?string $source): void
    {
        TermsAcceptance::query()->insertOrIgnore([
            'account_id' => $accountId,
            'version' => $version,
            'accepted_at' => Moment::write($this->clock->now()),
            'source' => $source,
        ]);
    }

    /** @return list<array{version: string, accepted_at: string}> */
    public function of(string $accountId): array
    {
        return array_values(TermsAcceptance::query()->where('account_id', $accountId)->orderBy('accepted_at')->get()
            ->map(static fn (TermsAcceptance $row): array => ['version' => $row->version, 'accepted_at' => $row->accepted_at])->all());
    }

    /** For an account that turns out to be another person's. */
    public function forget(string $accountId): void
    {
        TermsAcceptance::query()->where('account_id', $accountId)->delete();
    }
}
