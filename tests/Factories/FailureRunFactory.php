<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Credentials\Throttling\FailureRun;

/** @extends RecordFactory<FailureRun> */
final class FailureRunFactory extends RecordFactory
{
    protected $model = FailureRun::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['account_key' => bin2hex(random_bytes(8)), 'failures' => 1, 'last_at' => self::MOMENT];
    }
}
