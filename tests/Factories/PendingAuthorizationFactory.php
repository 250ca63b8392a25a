<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\OAuth\Tokens\PendingAuthorization;

/** @extends RecordFactory<PendingAuthorization> */
final class PendingAuthorizationFactory extends RecordFactory
{
    protected $model = PendingAuthorization::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['digest' => bin2hex(random_bytes(8)), 'app_key' => 'gaugebook', 'parameters' => '{}', 'is_pushed' => false, 'created_at' => self::MOMENT, 'expires_at' => self::MOMENT];
    }
}
