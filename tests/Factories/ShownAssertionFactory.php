<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\OAuth\Clients\ShownAssertion;

/** @extends RecordFactory<ShownAssertion> */
final class ShownAssertionFactory extends RecordFactory
{
    protected $model = ShownAssertion::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['digest' => bin2hex(random_bytes(8)), 'expires_at' => self::MOMENT];
    }
}
