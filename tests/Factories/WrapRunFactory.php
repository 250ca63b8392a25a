<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Credentials\Passwords\WrapRun;

/** @extends RecordFactory<WrapRun> */
final class WrapRunFactory extends RecordFactory
{
    protected $model = WrapRun::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'state' => 'done',
            'total' => 1,
            'kinds' => [],
            'started_at' => self::MOMENT,
        ];
    }
}
