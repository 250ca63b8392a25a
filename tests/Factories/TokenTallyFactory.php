<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\OAuth\Tokens\TokenTally;

/** @extends RecordFactory<TokenTally> */
final class TokenTallyFactory extends RecordFactory
{
    protected $model = TokenTally::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['app_key' => 'gaugebook', 'day' => '2026-05-01', 'what' => 'token', 'times' => 1];
    }
}
