<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Registration\Verification\Claim;

/** @extends RecordFactory<Claim> */
final class ClaimFactory extends RecordFactory
{
    protected $model = Claim::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'id' => (string) Str::uuid7(),
            'account_id' => (string) Str::uuid7(),
            'is_founding' => false,
            'app_key' => 'gaugebook',
            'claimed_at' => self::MOMENT,
        ];
    }
}
