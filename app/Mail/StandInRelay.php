<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Kennel\App\Platform\Moment;
use Psr\Clock\ClockInterface;

/** Holds messages instead of sending them, so that everything works before there is a relay. */
final readonly class StandInRelay implements Relay
{
    public function __construct(private ClockInterface $clock)
    {
    }

    public function deliver(Message $message, string $eml): MessageState
    {
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
