<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Passwords\ChangedBy;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PasswordPolicy;
use Kennel\Core\Credentials\Passwords\Policy\Candidate;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;

/** What every way to a new password shares: the policy before, the hash outside of the transaction, the message to the holder. */
final readonly class SetPassword
{
    public function __construct(
        private PasswordPolicy $policy,
        private PasswordHasher $hasher,
        private Accounts $accounts,
        private PasswordHistory $history,
        private Messages $messages,
        private Apps $apps,
        private Challenges $challenges,
        private Brakes $brakes,
    ) {
    }

    /** Of a password somebody types; a reason for what cannot be one. */
    public function candidate(Secret $typed, ?string $email, string $name, ?string $app): Candidate|Reason
    {
        return $this->candidateOf($typed, $email, [$name, $app === null ? '' : $this->apps->find($app)?->name() ?? '']);
    }

    /** @param  list<string>  $words  it must not be little more than */
    private function candidateOf(Secret $typed, ?string $email, array $words): Candidate|Reason
    {
        try {
            return $this->policy->candidate(PreparedPassword::from($typed), $email === null ? null : $this->address($email), $words);
        } catch (Refused $refused) {
            return $refused->reason;
        }
    }

    /**
     * @param  string|null  $name  in the place of the account's
     * @param  string  $field  the name of the box it was typed in
     * @return string its hash
     *
     * @throws Refusal for what is invalid
     */
    public function prepare(Secret $typed, Account $account, ?string $name = null, string $field = 'password'): string
    {
        $candidate = $this->candidate($typed, $account->email, $name ?? $account->name, $account->app_key);
        $reasons = $this->reasonsAgainst($candidate);
        if ($reasons === [] && $candidate instanceof Candidate) {
            $reasons = $this->reasonsAgainstReuse($candidate->password, $account);
        }
        if ($candidate instanceof Reason || $reasons !== []) {
            throw Refusal::invalid(array_map(static fn (Reason $reason): Reason => new Reason($reason->code, $field, $reason->parameters), $reasons));
        }

        return $this->hasher->hash($candidate->password);
    }

    /**
     * For an account that is about to be made.
     *
     * @return string its hash
     *
     * @throws Refusal for what is invalid
     */
    public function prepareFirst(Secret $typed, string $email, string $name, string $appName): string
    {
        $candidate = $this->candidateOf($typed, $email, [$name, $appName]);
        $reasons = $this->reasonsAgainst($candidate);

        return $candidate instanceof Reason || $reasons !== [] ? throw Refusal::invalid($reasons) : $this->hasher->hash($candidate->password);
    }

    /** @return list<Reason> */
    private function reasonsAgainst(Candidate|Reason $candidate): array
    {
        return $candidate instanceof Reason ? [$candidate] : $this->policy->verdict($candidate)->reasons();
    }

    /**
     * Looked at last: each former password costs a verification.
     *
     * @return list<Reason>
     */
    private function reasonsAgainstReuse(PreparedPassword $password, Account $account): array
    {
        // Whoever owes a new password has to choose another; who only forgot may find that it was this one.
        $isSame = $account->password_owed !== PasswordOwed::Nothing && $this->hasher->verify($password, $account->password_hash);

        return match (true) {
            $isSame => [new Reason('password.same', 'password')],
            $this->history->contains($account, $password) => [new Reason('password.used_before', 'password')],
            default => [],
        };
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

    public function write(Account $account, #[\SensitiveParameter] string $hash, ChangedBy $by): void
    {
        $this->store($account, $hash);
        $this->messages->queueToHolder(MessageKind::PasswordChanged, $account, 'recover', ['how' => $by->value]);
    }

    /** Without a word to the holder, for whom it is the first. */
    public function store(Account $account, #[\SensitiveParameter] string $hash): void
    {
        $this->history->keep($account);
        $this->accounts->storeHash($account, HashKind::describe($hash));
        $this->accounts->change($account, ['password_owed' => PasswordOwed::Nothing, 'password_until' => null]);
        // Whatever was guessed so far was guessed at another one.
        $this->brakes->release($account->lookup_key, $account->id);
        // A reset link from before would set the password once more.
        $this->challenges->supersede($account->id, 'password_set', ChallengePurpose::ResetPassword);
    }
}
