<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Credentials\Throttling\SigninAttempt;

/** @extends RecordFactory<SigninAttempt> */
final class SigninAttemptFactory extends RecordFactory
{
    protected $model = SigninAttempt::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['at' => 0, 'account_key' => bin2hex(random_bytes(8)), 'source_key' => 'x', 'net_key' => 'x', 'is_known_device' => false, 'outcome' => 'refused'];
    }
}
