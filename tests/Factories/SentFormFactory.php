<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\Registration\Signup\SentForm;

/** @extends RecordFactory<SentForm> */
final class SentFormFactory extends RecordFactory
{
    protected $model = SentForm::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'challenge' => fn (): string => substr(hash('sha256', random_bytes(8)), 0, 43),
            'sent_at' => self::MOMENT,
        ];
    }
}
