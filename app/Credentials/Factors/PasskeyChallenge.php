<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * What an authenticator was asked to sign, as a digest; answered once, or not at all.
 *
 * @property int $seq
 * @property string $digest
 * @property 'register'|'sign_in'|'second_factor' $purpose
 * @property string|null $account_id
 * @property string $expires_at
 */
final class PasskeyChallenge extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'passkey_challenges';

    protected $primaryKey = 'seq';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('expires_at', '<', Moment::write(Limit::now()));
    }
}
