<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Identity\Surface;

/** Which live sessions are asked for; null for whichever. */
final readonly class SessionFilter
{
    /** @param  string|null  $from  how the place on the network begins */
    public function __construct(
        public ?string $accountId = null,
        public ?string $who = null,
        public ?string $from = null,
        public ?Surface $surface = null,
        public ?bool $hasSecondFactor = null,
        public ?string $app = null,
    ) {
    }

    /**
     * @param  Builder<Session>  $sessions
     * @return Builder<Session>
     */
    public function narrow(Builder $sessions): Builder
    {
        return $sessions
            ->when($this->accountId !== null, fn (Builder $rows) => $rows->where('account_id', $this->accountId))
            ->when($this->surface !== null, fn (Builder $rows) => $rows->where('surface', $this->surface))
            ->when($this->hasSecondFactor !== null, fn (Builder $rows) => $this->hasSecondFactor === true ? $rows->whereNotNull('second_factor') : $rows->whereNull('second_factor'))
            ->when($this->from !== null, fn (Builder $rows) => $rows->whereLike('source', self::beginning((string) $this->from)))
            ->when($this->app !== null, fn (Builder $rows) => $rows->whereHas('account', fn (Builder $account) => $account->where('app_key', $this->app)))
            ->when($this->who !== null, fn (Builder $rows) => $rows->whereHas('account', fn (Builder $account) => $account->whereLike('email', self::beginning((string) $this->who))->orWhereLike('name', self::beginning((string) $this->who))));
    }

    private static function beginning(string $text): string
    {
        return addcslashes($text, '%_\\').'%';
    }
}
