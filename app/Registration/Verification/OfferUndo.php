<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\Registration\Verification\AddressChangeRules;

/** Tells a former address that the account has another one, with a link that undoes it. Called inside the act's transaction, once the account has it. */
final readonly class OfferUndo
{
    public function __construct(private Challenges $challenges, private AddressChangeRules $rules, private Messages $messages)
    {
    }

    /** @param  bool  $wasProven  one that nobody verified may be anybody's: it is told and can undo nothing */
    public function __invoke(Account $account, string $former, bool $wasProven): void
    {
        $told = ['before' => $former, 'after' => $account->email];
        if (! $wasProven || ! $this->rules->canBeUndone()) {
            $this->messages->queueToHolder(MessageKind::OwnAddressChanged, $account, 'sign-in', $told, recipient: $former);

            return;
        }
        $token = $this->challenges->issue($account, ChallengePurpose::UndoAddress, $this->rules->undoFor, address: EmailAddress::parse($former))->token;
        $told['days'] = max(1, intdiv($this->rules->undoFor->seconds, 86_400));
        $this->messages->queueToHolder(MessageKind::OwnAddressChanged, $account, 'undo-address', $told, "#t={$token->reveal()}", recipient: $former);
    }
}
