<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

/** Where a message is on its way. */
enum MessageState: string
{
    case Queued = 'queued';
    /** Claimed by a worker that is speaking with the relay, or died while it did. */
    case Sending = 'sending';
    case Retrying = 'retrying';
    /** By the stand-in. */
    case Held = 'held';
    /** Accepted by a relay. */
    case Sent = 'sent';
    case Failed = 'failed';

    public function isSettled(): bool
    {
        return $this === self::Held || $this === self::Sent || $this === self::Failed;
    }
}
