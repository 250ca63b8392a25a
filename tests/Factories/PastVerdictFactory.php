<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Registration\Signup\PastVerdict;

/** @extends RecordFactory<PastVerdict> */
final class PastVerdictFactory extends RecordFactory
{
    protected $model = PastVerdict::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'day' => self::DAY,
            'app_key' => 'gaugebook',
            'domain' => 'post.example',
            'reasons' => [],
        ];
    }
}
