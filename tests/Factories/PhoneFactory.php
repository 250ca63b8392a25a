<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Credentials\Factors\Phone;

/** @extends RecordFactory<Phone> */
final class PhoneFactory extends RecordFactory
{
    protected $model = Phone::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['id' => (string) Str::uuid7(), 'account_id' => AccountFactory::new()->create()->id, 'number' => '+4721930000', 'texted_at' => self::MOMENT, 'created_at' => self::MOMENT];
    }
}
