<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Audit\AuditTrail;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** The switch of the stand-in, for rehearsals of what a relay can do. */
final readonly class StandIn
{
    private const MAIL = 'mail';

    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private AuditTrail $audit)
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
