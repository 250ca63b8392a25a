<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Registration\Invitations\DecideAcceptance;
use Psr\Clock\ClockInterface;

/** Somebody who was mailed a temporary password signs in with it: that accepts the invitation, and there is an account from then on. */
final readonly class FirstSignin
{
    public function __construct(private ClockInterface $clock, private AddressRules $addresses, private DecideAcceptance $decide, private Inviters $inviters, private WelcomeInvited $welcome)
    {
    }

    /** @return Invitation|null the one with a temporary password that was sent last and can be accepted */
    public function find(EmailAddress $email): ?Invitation
    {
        $invitations = Invitation::query()->whereNull('ended')->where('lookup_key', $this->addresses->lookupKey($email))->whereNotNull('password_hash')->orderByDesc('sent_at')->get();

        return $invitations->first($this->isAcceptable(...));
    }

    /**
     * Called inside the act's transaction, once the password was verified.
     *
     * @throws Refusal when it was sent again under another password meanwhile, or cannot be accepted any more
     */
    public function accept(Invitation $verified): Account
    {
        $now = Invitation::query()->whereKey($verified->seq)->whereNull('ended')->where('password_hash', $verified->password_hash)->first();
        if ($now === null || ! $this->isAcceptable($now)) {
            throw Refusal::changedMeanwhile();
        }

        return $this->welcome->newcomer($now, PersonName::parse($now->name), (string) $now->password_hash, isTemporary: true)->account;
    }

    private function isAcceptable(Invitation $one): bool
    {
        return $this->decide->reasonAgainst($one->facts(), $this->inviters->may($one->inviter_id, $one->app_key), $this->clock->now()) === null;
    }
}
