<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Passwords\CalibrationRun;
use Kennel\App\Credentials\Passwords\Calibrations;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\Calibration\Calibration;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Foundation\Permissions\Permission;

final readonly class CalibrationController
{
    private const TARGET = 250;

    /** MiB that all workers together may take for hashing. */
    private const MEMORY = 512;

    public function __construct(private Caller $caller, private Calibrations $calibrations, private HashingRules $rules)
    {
    }

    /** The latest measurements, and what follows from them for a target time, so many workers and so much memory. */
    public function show(Request $request): JsonResponse
    {
        $this->caller->require(Permission::PasswordsRead);
        $query = new Query($request);
        $target = $query->number('target', self::TARGET, 20, 5_000);
        $memory = $query->number('memory', self::MEMORY, 8, 1_048_576);
        $workers = $query->number('workers', 0, 0, 1_024);
        $machine = $query->text('machine', 12);
        $runs = $this->calibrations->runs();
        $chosen = array_values(array_filter($runs, static fn (CalibrationRun $run): bool => $machine === null || $run->machine === $machine))[0] ?? null;

        return Json::ok([
            'machines' => array_values(array_map(
                static fn (CalibrationRun $run): array => [
                    'id' => $run->machine,
                    'cores' => $run->cores,
                    'memory' => $run->memory,
                    'measured_at' => $run->finished_at,
                ],
                array_filter($runs, static fn (CalibrationRun $run): bool => $run->state === 'done'),
            )),
            'run' => $chosen === null ? null : $this->run($chosen),
            'rule' => ['memory' => $this->rules->argon2id->memory, 'passes' => $this->rules->argon2id->passes],
            'follows' => $chosen === null ? null : $this->follows($chosen, $target / 1000, $workers === 0 ? max(1, $chosen->cores) : $workers, $memory * 1024),
        ]);
    }

    public function store(Request $request): JsonResponse
    {
        $this->caller->require(Permission::PasswordsManage);
        Body::of($request)->complete();

        return Json::ok(['id' => $this->calibrations->begin()], 202);
    }

    public function destroy(string $id): Response
    {
        $this->caller->require(Permission::PasswordsManage);
        $this->calibrations->cancel($id);

        return new Response(status: 204);
    }

    /** @return array<string, mixed> */
    private function run(CalibrationRun $run): array
    {
        return [
            'id' => $run->id, 'machine' => $run->machine, 'state' => $run->state, 'done' => $run->done, 'total' => $run->total, 'cores' => $run->cores, 'memory' => $run->memory,
            'points' => $run->points, 'bcrypt' => $run->bcrypt,
            'efficiency' => $run->efficiency, 'started_at' => $run->started_at, 'finished_at' => $run->finished_at,
        ];
    }

    /** @return array<string, mixed>|null null while too little is measured */
    private function follows(CalibrationRun $run, float $target, int $workers, int $memory): ?array
    {
        $calibration = Calibrations::read($run);
        if ($calibration === null || $run->state !== 'done') {
            return null;
        }
        $suggested = $calibration->suggest($target, intdiv($memory, $workers));
        $capacity = fn (Argon2idParameters $parameters): array => $this->capacity($calibration, $parameters, $run, $workers);
        $busiest = $this->calibrations->busiestHour();

        return [
            'workers' => $workers,
            'rule' => $capacity($this->rules->argon2id),
            'suggested' => $suggested === null ? null : $capacity($suggested),
            'busiest' => $busiest === null ? null : ['hour' => $busiest['hour'].':00:00Z', 'attempts' => $busiest['attempts']],
        ];
    }

    /** @return array{memory: int, passes: int, seconds: float, per_second: float, memory_at_once: int} KiB, seconds, hashes a second, KiB */
    private function capacity(Calibration $calibration, Argon2idParameters $parameters, CalibrationRun $run, int $workers): array
    {
        return [
            'memory' => $parameters->memory, 'passes' => $parameters->passes,
            'seconds' => round($calibration->seconds($parameters), 4),
            'per_second' => round($calibration->perSecond($parameters, $workers, $run->cores, $run->efficiency ?? 1.0), 2),
            'memory_at_once' => $workers * $parameters->memory,
        ];
    }
}
