<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\OAuth\Tokens\Authorization;

/** @extends RecordFactory<Authorization> */
final class AuthorizationFactory extends RecordFactory
{
    protected $model = Authorization::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['id' => bin2hex(random_bytes(8)), 'app_key' => 'gaugebook', 'account_id' => 'x', 'session_id' => 'x', 'scope' => '', 'resources' => '[]', 'is_offline' => false, 'proven_at' => self::MOMENT, 'proven_by' => 'password', 'lapses_at' => self::MOMENT, 'created_at' => self::MOMENT];
    }
}
