<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Trail\Audit\AuditTrail;
use Psr\Clock\ClockInterface;

/** Ends what an app was let in to: nothing is renewed any more, and whoever asks about its tokens hears that they count no more. Called inside the act's transaction. */
final readonly class EndAuthorizations
{
    public function __construct(private ClockInterface $clock, private AuditTrail $audit)
    {
    }

    /** @param  'code used twice'|'refresh token used twice'|'app'|'holder'|'operator'|'signed out'  $by */
    public function one(Holding $holding, string $by, Actor $actor): bool
    {
        $ended = Authorization::query()->whereKey($holding->seq)->whereNull('ended_at')->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => $by]) === 1;
        if ($ended) {
            AccessToken::query()->where('authorization_seq', $holding->seq)->delete();
            $this->audit->record(
                $by === 'refresh token used twice' || $by === 'code used twice' ? 'authorization.replayed' : 'authorization.ended',
                $actor,
                ['id' => $holding->accountId, 'name' => $holding->accountName],
                ['app' => $holding->appKey, 'state' => 'live'],
                ['app' => $holding->appKey, 'state' => 'ended', 'because' => $by],
                record: 'authorization',
            );
        }

        return $ended;
    }

    /** Every one that a person gave one app. @return int how many */
    public function allOf(string $accountId, string $app, string $by): int
    {
        return $this->all(Authorization::query()->where('account_id', $accountId)->where('app_key', $app), $by);
    }

    /**
     * Many at once, which are told in the trail as one act by whoever ends them.
     *
     * @param  Builder<Authorization>  $which
     * @return int how many
     */
    public function all(Builder $which, string $by): int
    {
        $live = $which->whereNull('ended_at');
        AccessToken::query()->whereIn('authorization_seq', $live->clone()->select('seq'))->delete();

        return $live->update(['ended_at' => Moment::write($this->clock->now()), 'ended_by' => $by]);
    }
}
