<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\OAuth\Tokens\RevokedToken;

/** @extends RecordFactory<RevokedToken> */
final class RevokedTokenFactory extends RecordFactory
{
    protected $model = RevokedToken::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['id' => bin2hex(random_bytes(8)), 'expires_at' => self::MOMENT];
    }
}
