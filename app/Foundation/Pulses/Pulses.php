<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Pulses;

use Illuminate\Contracts\Debug\ExceptionHandler;
use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/** What works unseen says here that it does, so that its silence can be noticed. */
final class Pulses
{
    public const MAIL = 'mail';

    public const LONG = 'long';

    public const SCHEDULE = 'schedule';

    /** Seconds between two beats of one process that are written down. */
    private const EVERY = 20;

    /** @var array<string, int> seconds since 1970 */
    private array $beaten = [];

    public function __construct(private readonly ClockInterface $clock, private readonly ExceptionHandler $errors)
    {
    }

    /** Never the end of the work it tells of: what fails is reported and forgotten. */
    public function beat(string $name): void
    {
        $now = $this->clock->now();
        // Also when the clock was set back.
        if (abs($now->getTimestamp() - ($this->beaten[$name] ?? 0)) < self::EVERY) {
            return;
        }
        $this->beaten[$name] = $now->getTimestamp();
        try {
            Pulse::query()->upsert([['name' => $name, 'beaten_at' => Moment::write($now)]], ['name']);
        } catch (\Throwable $error) {
            $this->errors->report($error);
        }
    }

    public function last(string $name): ?\DateTimeImmutable
    {
        return Moment::readOrNull(Pulse::query()->whereKey($name)->value('beaten_at'));
    }
}
