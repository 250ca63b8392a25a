<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Registration\Signup\SignupTally;

/** @extends RecordFactory<SignupTally> */
final class SignupTallyFactory extends RecordFactory
{
    protected $model = SignupTally::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'day' => self::DAY,
            'app_key' => 'gaugebook',
            'what' => 'opened',
            'detail' => '',
            'tally' => 1,
        ];
    }
}
