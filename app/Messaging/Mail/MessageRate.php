<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Messaging\Wording\WordingKey;
use Psr\Clock\ClockInterface;

/** How often messages of one wording go out, and to whom the last ones went. */
final readonly class MessageRate
{
    public const DAYS = 28;

    private const RECENT = 5;

    public function __construct(private ClockInterface $clock)
    {
    }

    /**
     * @param  list<string>  $elsewhere  apps that have words of their own: a wording for all apps is not for these
     * @return array{days: list<array{day: string, messages: int}>, recent: list<array{account_id: string|null, recipient: string, created_at: string}>} days in order, today last; the newest first
     */
    public function of(WordingKey $key, array $elsewhere): array
    {
        $today = $this->clock->now()->setTime(0, 0);
        $from = $today->modify('-'.(self::DAYS - 1).' days');
        $counted = $this->rows($key, $elsewhere)->where('created_at', '>=', Moment::write($from))->toBase()
            ->selectRaw('substr(created_at, 1, 10) AS day, count(*) AS messages')->groupBy('day')->pluck('messages', 'day');
        $days = [];
        for ($at = 0; $at < self::DAYS; $at++) {
            $day = $from->modify("+{$at} days")->format('Y-m-d');
            $days[] = ['day' => $day, 'messages' => (int) ($counted[$day] ?? 0)];
        }
        $recent = $this->rows($key, $elsewhere)->orderByDesc('seq')->limit(self::RECENT)->get(['account_id', 'recipient', 'created_at'])
            ->map(static fn (Message $one): array => ['account_id' => $one->account_id, 'recipient' => $one->recipient, 'created_at' => $one->created_at]);

        return ['days' => $days, 'recent' => array_values($recent->all())];
    }

    /**
     * @param  list<string>  $elsewhere
     * @return Builder<Message> one from before messages knew their language was in the first there is
     */
    private function rows(WordingKey $key, array $elsewhere): Builder
    {
        $rows = Message::query()->where('kind', $key->kind->value);
        $key->app === null ? $rows->where(static fn (Builder $of) => $of->whereNull('app_key')->orWhereNotIn('app_key', $elsewhere)) : $rows->where('app_key', $key->app);

        return $key->language === WordingKey::LANGUAGES[0]
            ? $rows->where(static fn (Builder $of) => $of->where('language', $key->language)->orWhereNull('language'))
            : $rows->where('language', $key->language);
    }
}
