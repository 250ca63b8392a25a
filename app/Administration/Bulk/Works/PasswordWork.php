<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk\Works;

use Kennel\App\Administration\Bulk\BulkRun;
use Kennel\App\Administration\Bulk\Work;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\Core\Administration\Bulk\Change;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Status;

/** Has many holders choose a new password after their next sign-in. */
final readonly class PasswordWork implements Work
{
    use TakesNothing;

    public function __construct(private Accounts $accounts)
    {
    }

    public function plan(array $accounts, array $parameters, string $operatorId): array
    {
        $planned = [];
        foreach ($accounts as $account) {
            $planned[$account->seq] = match (true) {
                $account->status === Status::Suspended, $account->status === Status::Closed => "account.{$account->status->value}",
                $account->password_owed !== PasswordOwed::Nothing => 'bulk.owed_already',
                default => new Change(['password_owed' => ''], ['password_owed' => PasswordOwed::Asked->value]),
            };
        }

        return $planned;
    }

    public function write(array $accounts, array $changes, array $parameters, BulkRun $run): void
    {
        foreach ([PasswordOwed::Asked, PasswordOwed::Nothing] as $owed) {
            $some = array_values(array_filter($accounts, static fn (Account $account): bool => $changes[$account->seq]->after['password_owed'] === $owed->value));
            if ($some !== []) {
                $this->accounts->changeAll($some, ['password_owed' => $owed->value]);
            }
        }
    }

    public function weakens(Change $change): bool
    {
        return $change->after['password_owed'] !== '';
    }
}
