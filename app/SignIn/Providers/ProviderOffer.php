<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * Somebody came from a provider and is nobody's holder yet: once they have signed in by another way they can be linked.
 *
 * @property int $seq
 * @property string $token_digest
 * @property string $mark_digest of the cookie of the browser they came in
 * @property string $issuer
 * @property string $subject
 * @property string $name of the provider
 * @property string|null $address
 * @property string $expires_at
 */
final class ProviderOffer extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'provider_offers';

    protected $primaryKey = 'seq';

    protected $hidden = ['token_digest', 'mark_digest'];

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
