<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;

/** Notes when an account was last used. No version: nobody's edit should fail because its holder clicked. */
final readonly class NoteSeen
{
    public function __construct(private ConnectionInterface $database)
    {
    }

    public function __invoke(string $accountId, \DateTimeImmutable $now): void
    {
        $this->database->table('accounts')->where('id', $accountId)->update(['seen_at' => Moment::write($now)]);
    }
}
