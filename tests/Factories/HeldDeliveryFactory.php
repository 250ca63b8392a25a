<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Messaging\Mail\HeldDelivery;

/** @extends RecordFactory<HeldDelivery> */
final class HeldDeliveryFactory extends RecordFactory
{
    protected $model = HeldDelivery::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'message_id' => (string) Str::uuid7(),
            'held_at' => self::MOMENT,
        ];
    }
}
