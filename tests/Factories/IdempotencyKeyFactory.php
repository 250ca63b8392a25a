<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Foundation\Http\IdempotencyKey;

/** @extends RecordFactory<IdempotencyKey> */
final class IdempotencyKeyFactory extends RecordFactory
{
    protected $model = IdempotencyKey::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'digest' => fn (): string => hash('sha256', random_bytes(8)),
            'request_digest' => '',
            'created_at' => self::MOMENT,
        ];
    }
}
