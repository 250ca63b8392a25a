<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Challenges\Issued;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Credentials\Challenges\ProofWay;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Registration\Verification\VerificationRules;
use Psr\Clock\ClockInterface;

/** Sends the link or code that proves an address, for one claim to it. Earlier ones of that claim stop working. Called inside the act's transaction. */
final readonly class SendVerification
{
    public function __construct(
        private ClockInterface $clock,
        private Challenges $challenges,
        private VerificationRules $rules,
        private CodeRules $codes,
        private Messages $messages,
    ) {
    }

    /**
     * Does nothing while the last link is too fresh: whoever asks again at once already has it.
     *
     * @param  Claim|null  $claim  null for an account nobody signed up for, such as an imported one
     */
    public function __invoke(Account $account, ?Claim $claim): bool
    {
        if (! $this->isDue($this->challenges->lastIssued($account, ChallengePurpose::VerifyAddress, $claim?->id))) {
            return false;
        }
        $this->send($account, $claim);

        return true;
    }

    /** However fresh the last one is: for work that is undone again. */
    public function send(Account $account, ?Claim $claim): void
    {
        $issued = $this->issue($account, $claim);
        $hours = ['hours' => intdiv($this->rules->lifetime->seconds, 3600)];
        $code = ['code' => $issued->code?->inGroups() ?? '', 'minutes' => intdiv($this->codes->lifetime->seconds, 60)];
        [$kind, $values] = match ($this->codes->way) {
            ProofWay::Link => [MessageKind::VerifyAddress, $hours],
            ProofWay::Code => [MessageKind::VerifyByCode, $code],
            ProofWay::Both => [MessageKind::VerifyByEither, [...$hours, ...$code]],
        };
        // After the "#", so that a scanner that opens the link proves nothing.
        $fragment = $this->codes->way->hasLink() ? "#t={$issued->token->reveal()}" : '';
        $this->messages->queueToHolder($kind, $account, 'verify', $values, $fragment, $claim?->name, $claim?->app_key);
    }

    /** The challenge alone. */
    public function issue(Account $account, ?Claim $claim): Issued
    {
        return $this->challenges->issue($account, ChallengePurpose::VerifyAddress, $this->rules->lifetime, $claim?->id, codes: $this->codes->way->hasCode() ? $this->codes : null);
    }

    public function isDue(?\DateTimeImmutable $lastSent): bool
    {
        return $this->rules->mayResend($lastSent, $this->clock->now());
    }
}
