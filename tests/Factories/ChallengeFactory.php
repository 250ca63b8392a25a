<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Credentials\Challenges\Challenge;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;

/** @extends RecordFactory<Challenge> */
final class ChallengeFactory extends RecordFactory
{
    protected $model = Challenge::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'account_id' => (string) Str::uuid7(),
            'purpose' => ChallengePurpose::VerifyAddress,
            'address' => 'tam@post.example',
            'token_digest' => fn (): string => hash('sha256', random_bytes(8)),
            'created_at' => self::MOMENT,
            'expires_at' => self::FAR,
        ];
    }
}
