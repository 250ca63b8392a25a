<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Credentials\Factors\PasskeyChallenge;

/** @extends RecordFactory<PasskeyChallenge> */
final class PasskeyChallengeFactory extends RecordFactory
{
    protected $model = PasskeyChallenge::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['digest' => bin2hex(random_bytes(8)), 'purpose' => 'sign_in', 'expires_at' => self::MOMENT];
    }
}
