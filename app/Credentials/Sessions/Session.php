<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\MassPrunable;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;
use Kennel\Core\Foundation\Identity\Proof;

/**
 * A session: a token that was given to a browser, kept as a digest.
 *
 * @property int $seq
 * @property string $id
 * @property string $account_id
 * @property Surface $surface
 * @property string $token_digest
 * @property string|null $former_digest of the token before, which counts until former_until
 * @property string|null $former_until
 * @property bool $kept
 * @property string $proven_by
 * @property string|null $second_factor that was shown besides
 * @property string $proven_at
 * @property string $source
 * @property string $user_agent
 * @property string $started_at
 * @property string $seen_at
 * @property string $lapses_at
 * @property string|null $ended_at
 * @property string|null $ended_by
 * @property Account $account
 */
final class Session extends NumberedRecord
{
    use HasUuids;
    use MassPrunable;

    protected $table = 'sessions';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['surface' => Surface::class, 'kept' => 'boolean'];
    }

    /** @return list<string> */
    public function uniqueIds(): array
    {
        return ['id'];
    }

    /** @return BelongsTo<Account, $this> */
    public function account(): BelongsTo
    {
        return $this->belongsTo(Account::class, 'account_id', 'id');
    }

    public function proof(): Proof
    {
        return new Proof($this->proven_by, $this->second_factor);
    }

    /**
     * @param  Builder<self>  $sessions
     * @return Builder<self>
     */
    public function scopeLive(Builder $sessions, \DateTimeImmutable $now): Builder
    {
        return $sessions->whereNull('ended_at')->where('lapses_at', '>', Moment::write($now));
    }

    /** @return Builder<self> they stay a while after their end, so that an operator can still ask what became of one */
    public function prunable(): Builder
    {
        $before = Moment::write(Limit::before('sessions'));

        return self::query()->where(static fn (Builder $over): Builder => $over->where('lapses_at', '<', $before)->orWhere('ended_at', '<', $before));
    }
}
