<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

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
    /** Accepted by a relay, and sent back by the server behind it. */
    case Bounced = 'bounced';
    /** Never handed to a relay: its address is one that nothing is sent to. */
    case Suppressed = 'suppressed';

    public function isSettled(): bool
    {
        return ! in_array($this, [self::Queued, self::Sending, self::Retrying], true);
    }

    /** Whether it did not arrive, and could be sent once more. */
    public function isLost(): bool
    {
        return in_array($this, [self::Failed, self::Bounced, self::Suppressed], true);
    }
}
