<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Pause;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** What the stand-ins of the relay and of the gateway for text messages share: one switch, for rehearsals, and where they hold what they take. */
final readonly class StandIn
{
    private const MAIL = 'mail';

    /** In seconds, of each message while it is slow. */
    private const SLOW = 5;

    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private AuditTrail $audit, private Pause $pause)
    {
    }

    public static function isOn(): bool
    {
        return config('kennel.relay') === 'stand-in';
    }

    public function mode(): StandInMode
    {
        return StandInSwitch::query()->whereKey(self::MAIL)->first()->mode ?? StandInMode::Takes;
    }

    /** Takes a message instead of sending it on: never called inside a transaction, since it may be slow on purpose. */
    public function hold(Message $message, StandInMode $mode): MessageState
    {
        if ($mode === StandInMode::Slow) {
            $this->pause->for(self::SLOW);
        }
        // It may be there already: from a worker that was killed before it could settle the message.
        HeldDelivery::query()->insertOrIgnore(['message_id' => $message->id, 'held_at' => Moment::write($this->clock->now())]);

        return MessageState::Held;
    }

    /** @throws Refusal while there is a real relay */
    public function switchTo(StandInMode $mode, SignedIn $operator): void
    {
        if (! self::isOn()) {
            throw Refusal::invalid([new Reason('mail.no_stand_in', 'mode')]);
        }
        $this->database->transaction(function () use ($mode, $operator): void {
            $before = $this->mode();
            StandInSwitch::query()->updateOrCreate(['stand_in' => self::MAIL], ['mode' => $mode, 'set_at' => Moment::write($this->clock->now())]);
            $this->audit->record('mail.stand_in_switched', $operator->asOperator(), null, ['mode' => $before->value], ['mode' => $mode->value], null, 'mail');
        });
    }
}
