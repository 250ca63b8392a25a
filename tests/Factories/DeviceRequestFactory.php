<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\OAuth\Tokens\DeviceRequest;

/** @extends RecordFactory<DeviceRequest> */
final class DeviceRequestFactory extends RecordFactory
{
    protected $model = DeviceRequest::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['id' => bin2hex(random_bytes(8)), 'device_digest' => bin2hex(random_bytes(8)), 'user_digest' => bin2hex(random_bytes(8)), 'app_key' => 'gaugebook', 'scope' => '', 'resources' => '[]', 'source' => '198.51.100.7', 'state' => 'waiting', 'interval' => 5, 'created_at' => self::MOMENT, 'expires_at' => self::MOMENT];
    }
}
