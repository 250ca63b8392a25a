<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Pause;
use Psr\Clock\ClockInterface;

/** Holds text messages, in the place of a gateway; on bad days it does what the stand-in of the relay does. */
final readonly class StandInTexts implements TextRelay
{
    /** In seconds, of each text while it is slow. */
    private const SLOW = 5;

    public function __construct(private ClockInterface $clock, private StandIn $standIn, private Pause $pause)
    {
    }

    public function deliver(Message $message, string $text): MessageState
    {
        $mode = $this->standIn->mode();
        if ($mode === StandInMode::Refuses || $mode === StandInMode::Bounces) {
            // There is no report that comes back later: what a gateway will not have, it says at once.
            throw new RelayRefused('The stand-in is switched to refuse', $mode === StandInMode::Bounces);
        }
        if ($mode === StandInMode::Slow) {
            $this->pause->for(self::SLOW);
        }
        HeldDelivery::query()->insertOrIgnore(['message_id' => $message->id, 'held_at' => Moment::write($this->clock->now())]);

        return MessageState::Held;
    }
}
