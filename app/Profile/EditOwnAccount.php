<?php

declare(strict_types=1);

namespace Kennel\App\Profile;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Http\Protocol\Problem;
use Kennel\App\Passwords\ChangePassword;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Passwords\PasswordBox;
use Kennel\Core\Reasons\Refused;
use Kennel\Core\Secrets\Secret;

/** A holder's edit form: the name, and a new password if its box is filled in. All of it, or nothing. */
final readonly class EditOwnAccount
{
    public function __construct(private ConnectionInterface $database, private Accounts $accounts, private ChangePassword $changePassword, private AuditTrail $audit)
    {
    }

    /**
     * @param  \Closure(Account): void  $condition  throws when the record is not the one that was seen
     *
     * @throws Problem 412, 422
     */
    public function __invoke(SignedIn $holder, ?string $typedName, ?Secret $current, ?Secret $password, \Closure $condition): Account
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Problem::notFound();
        $condition($account);
        try {
            $name = $typedName === null ? null : PersonName::parse($typedName);
        } catch (Refused $refused) {
            throw Problem::invalid([$refused->reason]);
        }
        $new = PasswordBox::read($password);
        $write = $new === null ? null : $this->changePassword->prepare($account, $current ?? new Secret(''), $new);

        return $this->database->transaction(function () use ($holder, $condition, $name, $write): Account {
            $account = $this->accounts->find($holder->accountId) ?? throw Problem::notFound();
            $condition($account);
            if ($name !== null && $name->value !== $account->name) {
                $before = $account->name;
                $this->accounts->rename($account, $name);
                $this->audit->record('account.name_changed', $holder->asHolder(), $account->reference(), ['name' => $before], ['name' => $name->value]);
            }
            if ($write !== null) {
                $write($account, $holder, false);
            }

            return $account;
        });
    }
}
