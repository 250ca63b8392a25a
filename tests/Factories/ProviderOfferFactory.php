<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Kennel\App\SignIn\Providers\ProviderOffer;

/** @extends RecordFactory<ProviderOffer> */
final class ProviderOfferFactory extends RecordFactory
{
    protected $model = ProviderOffer::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return ['token_digest' => bin2hex(random_bytes(8)), 'mark_digest' => 'x', 'issuer' => 'https://id.example', 'subject' => 'p-1', 'name' => 'Example', 'expires_at' => self::MOMENT];
    }
}
