<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

/** What the store knows of one invitation. */
final readonly class InvitationFacts
{
    /** @param  InvitationState|null  $ended  null while nothing but time can have ended it */
    public function __construct(public ?InvitationState $ended, public \DateTimeImmutable $expiresAt)
    {
    }

    public function state(\DateTimeImmutable $now): InvitationState
    {
        return $this->ended ?? ($this->expiresAt <= $now ? InvitationState::Lapsed : InvitationState::Open);
    }
}
