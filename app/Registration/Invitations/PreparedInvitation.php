<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Kennel\Core\Registration\Invitations\RowVerdict;

/** One invitation with its message, before anything of it is written. */
final readonly class PreparedInvitation
{
    /**
     * @param  array<string, mixed>  $columns  of the invitation
     * @param  array<string, mixed>  $message  for Messages::queueInvitation
     */
    public function __construct(public RowVerdict $verdict, public array $columns, public array $message)
    {
    }
}
