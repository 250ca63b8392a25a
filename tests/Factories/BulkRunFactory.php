<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Administration\Bulk\BulkRun;

/** @extends RecordFactory<BulkRun> */
final class BulkRunFactory extends RecordFactory
{
    protected $model = BulkRun::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'id' => (string) Str::uuid7(), 'act_id' => (string) Str::uuid7(), 'act' => 'suspend', 'parameters' => [], 'operator_id' => (string) Str::uuid7(), 'operator_name' => 'x', 'state' => 'done',
            'total' => 0, 'done' => 0, 'planned' => 0, 'changed' => 0, 'left_out' => 0, 'outcomes' => ['changes' => [], 'left_out' => []], 'begun_at' => self::MOMENT,
        ];
    }
}
