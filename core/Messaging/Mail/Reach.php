<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Mail;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;

/** Which addresses the mail relay in use can deliver to. */
final readonly class Reach
{
    /** @param  bool  $takesUtf8  the relay has SMTPUTF8 (RFC 6531) */
    public function __construct(private bool $takesUtf8)
    {
    }

    public static function everywhere(): self
    {
        return new self(true);
    }

    public function reasonAgainst(EmailAddress $address): ?Reason
    {
        return $address->needsUtf8Relay() && ! $this->takesUtf8 ? new Reason('email.relay_ascii', 'email') : null;
    }
}
