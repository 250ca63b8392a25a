<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Messaging\Mail\AllowanceRules;
use Kennel\Core\Messaging\Mail\DecideAllowance;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** What of today's messages is used. Counted where they are, so that a worker that died or a clock that jumped leaves no wrong sum behind. */
final readonly class Allowance
{
    public function __construct(private AllowanceRules $rules, private ClockInterface $clock)
    {
    }

    /**
     * Inside the transaction that claims it: two workers cannot both have the last one.
     *
     * @throws AllowanceUsedUp
     */
    public function require(Message $message): void
    {
        // What a gateway takes is another account.
        if (! $this->rules->isSet() || $message->channel === Channel::Text) {
            return;
        }
        $used = fn (string $column = '', string $value = ''): int => $this->today()->when($column !== '', static fn (Builder $rows) => $rows->whereRaw("{$column} COLLATE NOCASE = ?", [$value]))->count();
        $may = (new DecideAllowance($this->rules))->may(
            MessageKind::tryFrom($message->kind)?->isAwaited() === true,
            $this->rules->aDay === 0 ? 0 : $used(),
            $this->rules->anAddress === 0 ? 0 : $used('recipient', $message->recipient),
            $this->rules->anApp === 0 || $message->app_key === null ? 0 : $used('app_key', $message->app_key),
        );
        if (! $may) {
            throw new AllowanceUsedUp($message, DecideAllowance::nextDay($this->clock->now()));
        }
    }

    /** @return array{a_day: int, used: int, waiting: int, used_up_at: string|null, next_day_at: string} a_day 0 for no limit */
    public function soFar(): array
    {
        $now = $this->clock->now();
        $used = $this->today()->count();
        $waiting = $this->waiting();
        $end = (new DecideAllowance($this->rules))->usedUpAt($used, $waiting, $now);

        return ['a_day' => $this->rules->aDay, 'used' => $used, 'waiting' => $waiting, 'used_up_at' => $end === null ? null : Moment::write($end), 'next_day_at' => Moment::write(DecideAllowance::nextDay($now))];
    }

    /** @return list<array{day: string, messages: int}> on which days so many more go out for an app, if they were queued now */
    public function spread(int $messages, string $app): array
    {
        return (new DecideAllowance($this->rules))->spread($messages, $this->today()->count(), $this->rules->anApp === 0 ? 0 : $this->today()->where('app_key', $app)->count(), $this->waiting(), $this->clock->now());
    }

    private function waiting(): int
    {
        return Message::query()->where('channel', Channel::Mail)->whereIn('state', [MessageState::Queued->value, MessageState::Retrying->value])->count();
    }

    /** @return Builder<Message> what a relay or the stand-in took since the day began, and what is on its way to one */
    private function today(): Builder
    {
        $begun = Moment::write($this->clock->now()->setTime(0, 0));

        return Message::query()->where('channel', Channel::Mail)->where(static fn (Builder $rows) => $rows
            ->where(static fn (Builder $taken) => $taken->where('settled_at', '>=', $begun)->whereIn('state', [MessageState::Sent->value, MessageState::Held->value, MessageState::Bounced->value]))
            ->orWhere('state', MessageState::Sending->value));
    }
}
