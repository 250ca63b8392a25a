<?php

declare(strict_types=1);

namespace Kennel\App\Factors;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Platform\Database\NumberedRecord;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Limit;

/**
 * A telephone of an account that codes are sent to. The last code is kept as a keyed digest, until it is used, runs out or is followed by another.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property string $number E.164
 * @property string|null $code_digest
 * @property string|null $code_expires_at
 * @property int $code_attempts
 * @property string $texted_at when the last code was sent
 * @property string $created_at
 * @property string|null $confirmed_at null until a first code was typed
 * @property string|null $used_at
 */
final class Phone extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'phones';

    /** So long a holder has to type the first code, in minutes. */
    public const CONFIRMED_WITHIN = 60;

    protected $primaryKey = 'seq';

    protected $hidden = ['code_digest'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['code_attempts' => 'integer'];
    }

    /** Its last figures alone: enough to know one's own by. */
    public function masked(): string
    {
        return '•••• '.substr($this->number, -2);
    }

    /**
     * @param  Builder<self>  $phones
     * @return Builder<self>
     */
    public function scopeConfirmed(Builder $phones): Builder
    {
        return $phones->whereNotNull('confirmed_at');
    }

    /** @return Builder<self> those nobody confirmed */
    public function prunable(): Builder
    {
        return self::query()->whereNull('confirmed_at')->where('created_at', '<', Moment::write(Limit::now()->modify('-'.self::CONFIRMED_WITHIN.' minutes')));
    }
}
