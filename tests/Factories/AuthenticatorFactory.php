<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Credentials\Factors\Authenticator;

/** @extends RecordFactory<Authenticator> */
final class AuthenticatorFactory extends RecordFactory
{
    protected $model = Authenticator::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['id' => (string) Str::uuid7(), 'account_id' => AccountFactory::new()->create()->id, 'name' => 'Phone', 'sealed' => 'x', 'created_at' => self::MOMENT];
    }
}
