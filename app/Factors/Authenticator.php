<?php

declare(strict_types=1);

namespace Kennel\App\Factors;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Platform\Database\NumberedRecord;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Limit;

/**
 * An authenticator app of an account. Its secret is sealed: whoever has the database alone can compute no code.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $name as its holder calls it
 * @property string $sealed the secret
 * @property int|null $last_step the newest that was used
 * @property string $created_at
 * @property string|null $confirmed_at null until a first code of it was typed
 * @property string|null $used_at
 */
final class Authenticator extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'authenticators';

    /** So long a holder has to type the first code, in minutes. */
    public const CONFIRMED_WITHIN = 60;

    protected $primaryKey = 'seq';

    protected $hidden = ['sealed'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['last_step' => 'integer'];
    }

    /**
     * @param  Builder<self>  $authenticators
     * @return Builder<self>
     */
    public function scopeConfirmed(Builder $authenticators): Builder
    {
        return $authenticators->whereNotNull('confirmed_at');
    }

    /** @return Builder<self> those nobody confirmed */
    public function prunable(): Builder
    {
        return self::query()->whereNull('confirmed_at')->where('created_at', '<', Moment::write(Limit::now()->modify('-'.self::CONFIRMED_WITHIN.' minutes')));
    }
}
