<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Psr\Clock\ClockInterface;

/** Holds messages instead of sending them, so that everything works before there is a relay. */
final readonly class StandInRelay implements Relay
{
    public function __construct(private ConnectionInterface $database, private ClockInterface $clock)
    {
    }

    public function deliver(Message $message, string $eml): string
    {
        // Fails when the message is there already: a second delivery would be an error of ours, and must not pass quietly.
        $this->database->table('held_deliveries')->insert(['message_id' => $message->id, 'held_at' => Moment::write($this->clock->now())]);

        return 'held';
    }
}
