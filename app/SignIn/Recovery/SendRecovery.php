<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Recovery;

use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Registration\Verification\VerificationRules;
use Psr\Clock\ClockInterface;

/** Sends an account the link that sets a new password; earlier links stop working. Called inside the act's transaction. */
final readonly class SendRecovery
{
    public function __construct(private Challenges $challenges, private VerificationRules $rules, private Messages $messages, private ClockInterface $clock)
    {
    }

    public function isDue(Account $account): bool
    {
        return $this->rules->mayResend($this->messages->lastSent($account->id, MessageKind::ResetPassword), $this->clock->now());
    }

    public function __invoke(Account $account): void
    {
        $token = $this->challenges->issue($account, ChallengePurpose::ResetPassword, $this->rules->lifetime)->token;
        $this->messages->queueToHolder(
            MessageKind::ResetPassword,
            $account,
            'reset',
            ['minutes' => intdiv($this->rules->lifetime->seconds, 60)],
            "#t={$token->reveal()}",
        );
    }
}
