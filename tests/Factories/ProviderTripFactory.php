<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\SignIn\Providers\ProviderTrip;

/** @extends RecordFactory<ProviderTrip> */
final class ProviderTripFactory extends RecordFactory
{
    protected $model = ProviderTrip::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['state_digest' => bin2hex(random_bytes(8)), 'mark_digest' => 'x', 'provider_key' => 'riverside', 'app_key' => 'gaugebook', 'nonce_digest' => 'x', 'sealed' => 'x', 'kept' => false, 'expires_at' => self::MOMENT];
    }
}
