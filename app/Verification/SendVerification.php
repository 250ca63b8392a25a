<?php

declare(strict_types=1);

namespace Kennel\App\Verification;

use Kennel\App\Accounts\Account;
use Kennel\App\Challenges\Challenges;
use Kennel\App\Mail\Messages;
use Kennel\Core\Challenges\ChallengePurpose;
use Kennel\Core\Secrets\Token;
use Kennel\Core\Verification\VerificationRules;
use Kennel\Core\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** Sends the link that proves an address, for one claim to it. Earlier links of that claim stop working. Called inside the act's transaction. */
final readonly class SendVerification
{
    public function __construct(
        private ClockInterface $clock,
        private Challenges $challenges,
        private VerificationRules $rules,
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
        $token = $this->issue($account, $claim);
        // After the "#", so that a scanner that opens the link proves nothing.
        $this->messages->queueToHolder(
            MessageKind::VerifyAddress,
            $account,
            'verify',
            ['hours' => intdiv($this->rules->lifetime->seconds, 3600)],
            "#t={$token->reveal()}",
            $claim?->name,
            $claim?->app_key,
        );
    }

    /** The link alone. */
    public function issue(Account $account, ?Claim $claim): Token
    {
        return $this->challenges->issue($account, ChallengePurpose::VerifyAddress, $this->rules->lifetime, $claim?->id);
    }

    public function isDue(?\DateTimeImmutable $lastSent): bool
    {
        return $this->rules->mayResend($lastSent, $this->clock->now());
    }
}
