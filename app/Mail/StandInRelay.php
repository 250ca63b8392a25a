<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Pause;
use Psr\Clock\ClockInterface;

/** Holds messages instead of sending them, so that everything works before there is a relay; or does what relays do on bad days. */
final readonly class StandInRelay implements Relay
{
    /** In seconds, of each message while it is slow. */
    private const SLOW = 5;

    public function __construct(private ClockInterface $clock, private StandIn $standIn, private Pause $pause)
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
        if ($mode === StandInMode::Slow) {
            $this->pause->for(self::SLOW);
        }
        // It may be there already: from a worker that was killed before it could settle the message.
        HeldDelivery::query()->insertOrIgnore(['message_id' => $message->id, 'held_at' => Moment::write($this->clock->now())]);

        return MessageState::Held;
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
