<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Refusals\Refusal;

/** Sends a message back that the stand-in took, as the server behind a relay would: by a report (RFC 3464) that goes the way of every other. */
final class BounceFromStandIn implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 5;

    /** In seconds: after the message was settled as accepted. */
    private const AFTER = 2;

    public function __construct(public readonly string $messageId, public readonly string $recipient)
    {
        $this->onConnection('mail')->onQueue('mail')->delay(self::AFTER);
    }

    public function handle(NoteBounce $note): void
    {
        try {
            $note($this->report(), Actor::system());
        } catch (Refusal) {
            // The message is gone meanwhile.
        }
    }

    private function report(): string
    {
        $parts = [
            "Content-Type: text/plain\r\n\r\nThe stand-in is switched to send everything back.\r\n",
            "Content-Type: message/delivery-status\r\n\r\nReporting-MTA: dns; stand-in.invalid\r\n\r\nFinal-Recipient: rfc822; {$this->recipient}\r\nAction: failed\r\nStatus: 5.1.1\r\nDiagnostic-Code: smtp; 550 5.1.1 The stand-in sends everything back\r\n",
            "Content-Type: text/rfc822-headers\r\n\r\nMessage-ID: <{$this->messageId}@stand-in.invalid>\r\n",
        ];

        return "From: <>\r\nSubject: Undelivered\r\nMIME-Version: 1.0\r\nContent-Type: multipart/report; report-type=delivery-status; boundary=stand-in\r\n\r\n"
            .implode('', array_map(static fn (string $part): string => "--stand-in\r\n{$part}\r\n", $parts))."--stand-in--\r\n";
    }
}
