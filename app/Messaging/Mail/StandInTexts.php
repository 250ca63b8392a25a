<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

/** Holds text messages, in the place of a gateway; on bad days it does what the stand-in of the relay does. */
final readonly class StandInTexts implements TextRelay
{
    public function __construct(private StandIn $standIn)
    {
    }

    public function deliver(Message $message, string $text): MessageState
    {
        $mode = $this->standIn->mode();
        if ($mode === StandInMode::Refuses || $mode === StandInMode::Bounces) {
            // There is no report that comes back later: what a gateway will not have, it says at once.
            throw new RelayRefused('The stand-in is switched to refuse', $mode === StandInMode::Bounces);
        }

        return $this->standIn->hold($message, $mode);
    }
}
