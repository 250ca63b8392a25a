<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

/** Holds messages instead of sending them, so that everything works before there is a relay; or does what relays do on bad days. */
final readonly class StandInRelay implements Relay
{
    public function __construct(private StandIn $standIn)
    {
    }

    public function deliver(Message $message, string $eml): MessageState
    {
        $mode = $this->standIn->mode();
        if ($mode === StandInMode::Refuses) {
            throw new RelayRefused('451 4.3.2 The stand-in is switched to refuse', false);
        }
        if ($mode === StandInMode::Bounces) {
            BounceFromStandIn::dispatch($message->id, $message->recipient);

            return MessageState::Sent;
        }

        return $this->standIn->hold($message, $mode);
    }

    public function takesUtf8(): bool
    {
        return true;
    }

    public function digest(): string
    {
        return hash('sha256', 'stand-in');
    }
}
