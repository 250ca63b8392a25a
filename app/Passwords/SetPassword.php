<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Apps\Apps;
use Kennel\App\Mail\Messages;
use Kennel\App\Platform\Http\Problem;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Passwords\PasswordHasher;
use Kennel\Core\Passwords\PasswordPolicy;
use Kennel\Core\Passwords\PreparedPassword;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Rules\Refused;
use Kennel\Core\Secrets\Secret;

/** What every way to a new password shares: the policy before, the hash outside of the transaction, the message to the holder. */
final readonly class SetPassword
{
    public function __construct(private PasswordPolicy $policy, private PasswordHasher $hasher, private Accounts $accounts, private Messages $messages, private Apps $apps)
    {
    }

    /** @return list<Reason> why this would not do as a new password */
    public function reasonsAgainst(Secret $typed, ?string $email, string $name = ''): array
    {
        try {
            return $this->policy->reasonsAgainst(PreparedPassword::from($typed), $email === null ? null : $this->address($email), [$name]);
        } catch (Refused $refused) {
            return [$refused->reason];
        }
    }

    /**
     * @return string its hash
     *
     * @throws Problem 422
     */
    public function prepare(Secret $typed, string $email, string $name = ''): string
    {
        $reasons = $this->reasonsAgainst($typed, $email, $name);
        if ($reasons !== []) {
            throw Problem::invalid($reasons);
        }

        return $this->hasher->hash(PreparedPassword::from($typed));
    }

    /** Half an address, while it is typed, says nothing about the password. */
    private function address(string $email): ?EmailAddress
    {
        try {
            return EmailAddress::parse($email);
        } catch (Refused) {
            return null;
        }
    }

    /** @param  string  $how  ends the sentence "The password was changed …" */
    public function write(Account $account, #[\SensitiveParameter] string $hash, string $how): void
    {
        $this->accounts->storeHash($account, $hash);
        $this->accounts->change($account, ['password_owed' => '', 'password_until' => null]);
        $app = $account->app_key === null ? null : $this->apps->find($account->app_key);
        $this->messages->queue('password_changed', $account->id, $account->name, $account->email, [
            'app' => $app?->name() ?? 'Kennel',
            'how' => $how,
            'url' => url('/a/'.($app->key ?? 'gaugebook').'/recover'),
        ]);
    }
}
