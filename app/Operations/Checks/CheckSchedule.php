<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Foundation\Pulses\Pulses;
use Kennel\App\Foundation\Pulses\Silence;

/** Whether what is due each minute is done. */
final readonly class CheckSchedule implements Check
{
    public function __construct(private Silence $silence)
    {
    }

    public function look(): array
    {
        return [$this->silence->hasFallen(Pulses::SCHEDULE) ? Finding::wrong('schedule.silent') : Finding::fine('schedule.fine')];
    }
}
