<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Credentials\Factors\FactorReset;

/** @extends RecordFactory<FactorReset> */
final class FactorResetFactory extends RecordFactory
{
    protected $model = FactorReset::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['id' => (string) Str::uuid7(), 'account_id' => AccountFactory::new()->create()->id, 'asked_by' => 'x', 'asked_by_name' => 'Somebody', 'reason' => 'Lost', 'asked_at' => self::MOMENT, 'due_at' => self::MOMENT, 'ended_by' => 'holder', 'ended_at' => self::MOMENT];
    }
}
