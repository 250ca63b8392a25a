<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Kennel\App\Credentials\Challenges\Challenge;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Foundation\Reasons\Reason;

/** Looks at a link that proves an address, or at the code in its place. Looking changes nothing. */
final readonly class ReadVerificationLink
{
    public function __construct(private Challenges $challenges, private Claims $claims, private Accounts $accounts)
    {
    }

    /**
     * @return array{address: string, asks: 'nothing'|'password', asks_name: bool} what pressing the button would prove, and what it takes:
     *                                                                             the sign-up's password, or a new one (and then a name)
     *
     * @throws Refusal with challenge.unknown, .used, .superseded or .expired, or with code.wrong
     */
    public function inspect(Presser $presser): array
    {
        [$challenge, $account, $claim] = $this->read($presser);
        $isFree = $account->email_proven_at !== null || $this->isItsBrowser($claim, $account, $presser);

        return ['address' => $challenge->address, 'asks' => $isFree ? 'nothing' : 'password', 'asks_name' => $claim !== null];
    }

    /**
     * Counts an attempt, where a code was typed.
     *
     * @return array{Challenge, Account, Claim|null}
     *
     * @throws Refusal with challenge.*, or with code.wrong: alike for an address that is unknown, one that owes no proof, a code that is too old or tried too often
     */
    public function read(Presser $presser): array
    {
        if ($presser->typed === null) {
            return $this->of($this->challenges->find($presser->token, ChallengePurpose::VerifyAddress));
        }
        $account = $this->accounts->byAddress($presser->typed->email);
        $claim = $account === null ? null : $this->claims->of($account, $presser->browser);
        $challenge = $this->challenges->tryCode($account, $claim?->id, ChallengePurpose::VerifyAddress, $presser->typed->code);

        return $challenge === null ? throw self::wrongCode() : $this->of($challenge);
    }

    /** @return array{Challenge, Account, Claim|null} */
    public function readAgain(Presser $presser, Challenge $read): array
    {
        if ($presser->typed === null) {
            return $this->read($presser);
        }

        return $this->challenges->stillHasCode($read, $presser->typed->code) ? $this->of($read) : throw self::wrongCode();
    }

    /** @return array{Challenge, Account, Claim|null} */
    private function of(Challenge $challenge): array
    {
        $account = $this->accounts->find($challenge->account_id) ?? throw Refusal::notFound();
        if ($account->email !== $challenge->address) {
            throw Refusal::invalid([new Reason('challenge.superseded', 'token')], 'challenge.refused');
        }

        return [$challenge, $account, $this->claims->find($challenge->claim_id)];
    }

    private static function wrongCode(): Refusal
    {
        return Refusal::invalid([new Reason('code.wrong', 'code')]);
    }

    public function isItsBrowser(?Claim $claim, Account $account, Presser $presser): bool
    {
        return $claim?->browser_digest !== null && $presser->browser !== null
            && ! $this->isCompromised($claim, $account)
            && hash_equals($claim->browser_digest, $presser->browser->digest());
    }

    /** Others may know it, so knowing it vouches for nobody. */
    public function isCompromised(?Claim $claim, Account $account): bool
    {
        return ($claim === null || $claim->is_founding) && $account->password_owed === PasswordOwed::Compromised;
    }
}
