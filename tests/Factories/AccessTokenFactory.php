<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\OAuth\Tokens\AccessToken;

/** @extends RecordFactory<AccessToken> */
final class AccessTokenFactory extends RecordFactory
{
    protected $model = AccessToken::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['digest' => bin2hex(random_bytes(8)), 'app_key' => 'gaugebook', 'scope' => '', 'audience' => '[]', 'issued_at' => self::MOMENT, 'expires_at' => self::MOMENT];
    }
}
