<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Profile;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Passwords\ChangePassword;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Language;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Passwords\PasswordBox;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;

/** A holder's edit form: name, language, and a new password if its box is filled in. All of it, or nothing. */
final readonly class EditOwnAccount
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private ChangePassword $changePassword,
        private AuditTrail $audit,
    ) {
    }

    /**
     * @param  string|null  $language  a tag, "" for the browser's; null for unchanged
     * @param  SeenVersion  $seen  of the account
     *
     * @throws Refusal when it changed meanwhile, for what is invalid
     */
    public function __invoke(SignedIn $holder, ?string $typedName, ?string $language, ?Secret $current, ?Secret $password, SeenVersion $seen): Account
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
        $seen->require($account->version);
        try {
            $name = $typedName === null ? null : PersonName::parse($typedName);
        } catch (Refused $refused) {
            throw Refusal::invalid([$refused->reason]);
        }
        if ($language !== null && $language !== '' && Language::tryFrom($language) === null) {
            throw Refusal::invalid([new Reason('account.language', 'language', ['languages' => Language::tags()])]);
        }
        $new = PasswordBox::read($password);
        $write = $new === null ? null : $this->changePassword->prepare($account, $current ?? new Secret(''), $new);

        return $this->database->transaction(function () use ($holder, $seen, $name, $language, $write): Account {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            $seen->require($account->version);
            if ($name !== null && $name->value !== $account->name) {
                $before = $account->name;
                $this->accounts->rename($account, $name);
                $this->audit->record('account.name_changed', $holder->asHolder(), $account->reference(), ['name' => $before], ['name' => $name->value]);
            }
            $wanted = $language === '' ? null : $language;
            if ($language !== null && $wanted !== $account->language) {
                $before = $account->language;
                $this->accounts->change($account, ['language' => $wanted]);
                $this->audit->record('account.language_changed', $holder->asHolder(), $account->reference(), ['language' => $before], ['language' => $wanted]);
            }
            if ($write !== null) {
                $write($account, $holder, true);
            }

            return $account;
        });
    }
}
