<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * A browser was sent to a provider and has not come back. It comes back once, as the same browser, within a few minutes.
 *
 * @property int $seq
 * @property string $state_digest
 * @property string $mark_digest of the cookie of the browser that was sent
 * @property string $provider_key
 * @property string $app_key
 * @property string $nonce_digest
 * @property string $sealed the PKCE verifier
 * @property bool $kept
 * @property string|null $account_id whose holder wants the provider linked; null for a sign-in
 * @property string $expires_at
 */
final class ProviderTrip extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'provider_trips';

    protected $primaryKey = 'seq';

    protected $hidden = ['sealed', 'state_digest', 'mark_digest', 'nonce_digest'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['kept' => 'boolean'];
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
