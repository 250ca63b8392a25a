<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Foundation\Moment;

/** Notes when an account was last used. No version: nobody's edit should fail because its holder clicked. */
final readonly class NoteSeen
{
    public function __invoke(string $accountId, \DateTimeImmutable $now): void
    {
        Account::query()->where('id', $accountId)->update(['seen_at' => Moment::write($now)]);
    }
}
