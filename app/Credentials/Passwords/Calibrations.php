<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\ContinueRun;
use Kennel\App\Foundation\Queue\LongRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\App\Trail\Audit\AuditEvents;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\Calibration\Calibration;
use Kennel\Core\Credentials\Passwords\Calibration\Grid;
use Kennel\Core\Credentials\Passwords\Calibration\Measured;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Psr\Clock\ClockInterface;

/**
 * What hashing costs on the machines it runs on: measured in the background, point by point, kept for each machine. A newer run of a
 * machine takes the place of the older one.
 */
final readonly class Calibrations implements LongRun
{
    /** Costs of bcrypt that are worth looking at. */
    private const BCRYPT = [10, 11, 12, 13];

    /** Of the trail, when the busiest hour is looked for. */
    private const DAYS = 30;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private HashingRules $rules,
        private MeasureHashing $measure,
        private Strangers $strangers,
        private AuditEvents $audit,
    ) {
    }

    /** @return string the run's id; it is measured on the machine that works on the queue */
    public function begin(): string
    {
        return $this->database->transaction(function (): string {
            CalibrationRun::query()->live()->delete();
            // Which machine it is, the worker will know.
            $run = CalibrationRun::query()->create([
                'machine' => '', 'state' => 'queued', 'total' => count(Grid::points()) + count(self::BCRYPT) + 1,
                'cores' => 0, 'memory' => 0, 'points' => [], 'bcrypt' => [], 'started_at' => Moment::write($this->clock->now()),
            ]);
            ContinueRun::dispatch(Calibrations::class, $run->id);

            return $run->id;
        });
    }

    public function cancel(string $id): void
    {
        CalibrationRun::end($id, 'cancelled', $this->clock->now());
    }

    public function fail(string $id): void
    {
        CalibrationRun::end($id, 'failed', $this->clock->now());
    }

    /**
     * Measures what is left. On another machine than it was begun on it begins anew: points of two machines are no curve.
     *
     * @return bool false when there is more to do
     */
    public function work(string $id, Step $step): bool
    {
        $machine = Machine::here();
        $row = CalibrationRun::query()->live()->find($id);
        if ($row === null) {
            return true;
        }
        $isOurs = $row->state === 'running' && $row->machine === $machine->id;
        $points = $isOurs ? $row->points : [];
        $bcrypt = $isOurs ? $row->bcrypt : [];
        CalibrationRun::query()->live()->whereKey($id)->update([
            'state' => 'running',
            'machine' => $machine->id,
            'cores' => $machine->cores,
            'memory' => $machine->memory,
        ]);
        foreach (array_slice(Grid::points(), count($points)) as $parameters) {
            $points[] = [
                'memory' => $parameters->memory,
                'passes' => $parameters->passes,
                'seconds' => $this->measure->argon2id($parameters),
            ];
            if (! $this->keep($id, ['done' => count($points), 'points' => AsJson::encode($points)])) {
                return true;
            }
            if ($step->isOver()) {
                return false;
            }
        }
        foreach (array_slice(self::BCRYPT, count($bcrypt)) as $cost) {
            $bcrypt[] = ['cost' => $cost, 'seconds' => $this->measure->bcrypt($cost)];
            if (! $this->keep($id, ['done' => count($points) + count($bcrypt), 'bcrypt' => AsJson::encode($bcrypt)])) {
                return true;
            }
            if ($step->isOver()) {
                return false;
            }
        }
        $efficiency = $this->measure->efficiency($this->rules->argon2id, $machine->cores);
        if ($this->keep($id, ['efficiency' => $efficiency, 'state' => 'done', 'done' => count($points) + count($bcrypt) + 1, 'finished_at' => Moment::write($this->clock->now())])) {
            CalibrationRun::query()->where('machine', $machine->id)->whereKeyNot($id)->delete();
        }

        return true;
    }

    /**
     * @param  array<string, mixed>  $columns
     * @return bool false when it was cancelled
     */
    private function keep(string $id, array $columns): bool
    {
        return CalibrationRun::query()->whereKey($id)->where('state', 'running')->update($columns) === 1;
    }

    /** @return list<CalibrationRun> the latest run first */
    public function runs(): array
    {
        return array_values(CalibrationRun::query()->orderByDesc('started_at')->orderByDesc('id')->limit(20)->get()->all());
    }

    /** @return array{hour: string, attempts: int}|null the hour with the most attempts to sign in, of the last thirty days */
    public function busiestHour(): ?array
    {
        $since = $this->clock->now()->modify('-'.self::DAYS.' days');
        $hours = $this->strangers->byHour('session.refused', $since);
        foreach ($this->audit->byHour('session.signed_in', $since) as $hour => $attempts) {
            $hours[$hour] = ($hours[$hour] ?? 0) + $attempts;
        }
        arsort($hours);

        return $hours === [] ? null : ['hour' => (string) array_key_first($hours), 'attempts' => (int) reset($hours)];
    }

    /** @return Calibration|null null while nothing is measured */
    public static function read(CalibrationRun $run): ?Calibration
    {
        $measured = array_map(
            static fn (array $point): Measured => new Measured(new Argon2idParameters($point['memory'], $point['passes'], 1), (float) $point['seconds']),
            $run->points,
        );

        return $measured === [] ? null : new Calibration($measured);
    }
}
