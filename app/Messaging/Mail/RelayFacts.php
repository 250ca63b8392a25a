<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Kennel\App\Foundation\Moment;
use Kennel\Core\Messaging\Mail\Reach;
use Psr\Clock\ClockInterface;

/** Remembers what the relay can take, so that a sign-up never has to wait for the network to know. */
final readonly class RelayFacts
{
    public function __construct(private Relay $relay, private ClockInterface $clock)
    {
    }

    /** Until the relay was asked, everything is taken to be possible; a message that was not shows up as failed. */
    public function reach(): Reach
    {
        $fact = $this->relay instanceof StandInRelay ? null : RelayFact::query()->find($this->relay->digest());

        return new Reach($fact === null || $fact->takes_utf8);
    }

    /**
     * Speaks with the relay. Scheduled.
     *
     * @throws RelayRefused when it cannot be reached; what was known stays
     */
    public function ask(): bool
    {
        $takesUtf8 = $this->relay->takesUtf8();
        $this->note($takesUtf8);

        return $takesUtf8;
    }

    public function note(bool $takesUtf8): void
    {
        RelayFact::query()->upsert(
            [['relay_digest' => $this->relay->digest(), 'takes_utf8' => $takesUtf8, 'asked_at' => Moment::write($this->clock->now())]],
            ['relay_digest'],
        );
    }
}
