<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Credentials\Passwords\CalibrationRun;

/** @extends RecordFactory<CalibrationRun> */
final class CalibrationRunFactory extends RecordFactory
{
    protected $model = CalibrationRun::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'machine' => 'one',
            'state' => 'cancelled',
            'total' => 1,
            'cores' => 1,
            'memory' => 1,
            'points' => [],
            'bcrypt' => [],
            'started_at' => self::MOMENT,
        ];
    }
}
