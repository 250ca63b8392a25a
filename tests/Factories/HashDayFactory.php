<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Credentials\Passwords\HashDay;

/** @extends RecordFactory<HashDay> */
final class HashDayFactory extends RecordFactory
{
    protected $model = HashDay::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'day' => self::DAY,
            'kind' => 'bcrypt 10',
            'accounts' => 1,
        ];
    }
}
