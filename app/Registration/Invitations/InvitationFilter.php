<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\Core\Registration\Invitations\InvitationState;

/** Which invitations a list is of; null lets everything through. */
final readonly class InvitationFilter
{
    public function __construct(
        public ?InvitationState $state = null,
        public ?string $app = null,
        public ?string $inviter = null,
        public ?string $role = null,
        public ?string $batch = null,
        public ?string $to = null,
        public bool $lapsesSoon = false,
    ) {
    }
}
