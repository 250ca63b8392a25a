<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Moment;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\Core\Messaging\Mail\Retry;
use Psr\Clock\ClockInterface;

/**
 * The two short transactions around a delivery: a message is claimed, and settled. In between, while the network is slow, nothing is
 * locked. A claim that outlived its worker may be taken over.
 */
final readonly class Deliveries
{
    /** In seconds: longer than a delivery may take, shorter than the queue waits for a worker that died. */
    public const LEASE = 75;

    public function __construct(private ConnectionInterface $database, private Messages $messages, private EvidenceLog $evidence, private ClockInterface $clock, private Allowance $allowance, private Suppressions $suppressions)
    {
    }

    /** In seconds; always over before the queue hands an abandoned job to another worker, also where its time was shortened. */
    public static function lease(): int
    {
        return min(self::LEASE, max(1, (int) config('queue.connections.mail.retry_after') - 1));
    }

    /**
     * @return Message|null null when it is settled, or another worker has it
     *
     * @throws AllowanceUsedUp when it has to wait for another day
     */
    public function claim(string $messageId): ?Message
    {
        return $this->database->transaction(function () use ($messageId): ?Message {
            $waiting = Message::query()->where('id', $messageId)->whereIn('state', [MessageState::Queued->value, MessageState::Retrying->value])->first();
            $suppression = $waiting === null ? null : $this->suppressions->of($waiting->recipient);
            if ($waiting !== null && $suppression !== null) {
                // Its address bounced while it waited.
                $waiting->fill(['state' => MessageState::Suppressed, 'last_error' => $suppression->said, 'settled_at' => Moment::write($this->clock->now())])->save();
                $this->messages->noteEvent($waiting, 'suppressed', $suppression->said);
                $this->evidence->append('message', "Suppressed: {$waiting->subject}", $this->messages->evidenceOf($waiting), $waiting->account_id, $waiting->act_id);

                return null;
            }
            $waiting === null ? null : $this->allowance->require($waiting);
            $now = $this->clock->now();
            $lease = self::lease();
            $claimed = Message::query()->where('id', $messageId)->where(static function ($open) use ($now, $lease): void {
                $open->whereIn('state', [MessageState::Queued->value, MessageState::Retrying->value])
                    ->orWhere(static fn ($abandoned) => $abandoned->where('state', MessageState::Sending->value)->where(
                        // A claim of the future is from before the clock was set back.
                        static fn ($lapsed) => $lapsed->where('claimed_at', '<=', Moment::write($now->modify("-{$lease} seconds")))->orWhere(
                            'claimed_at',
                            '>',
                            Moment::write($now->modify("+{$lease} seconds")),
                        ),
                    ));
            })->increment('attempts', 1, ['state' => MessageState::Sending->value, 'claimed_at' => Moment::write($now)]);

            return $claimed === 0 ? null : Message::query()->where('id', $messageId)->first();
        });
    }

    /** Says once a day that a message waits, and until when. */
    public function waits(AllowanceUsedUp $why): void
    {
        $this->database->transaction(function () use ($why): void {
            $events = $this->messages->eventsOf($why->waiting);
            $last = end($events);
            if ($last === false || $last->event !== 'waiting' || $last->next_at !== Moment::write($why->until)) {
                $this->messages->noteEvent($why->waiting, 'waiting', null, $why->until);
            }
        });
    }

    public function delivered(Message $claimed, MessageState $state): void
    {
        $words = $state === MessageState::Held ? 'Held by the stand-in' : 'Accepted by the relay';
        $this->settle($claimed, ['state' => $state, 'last_error' => null, 'settled_at' => Moment::write($this->clock->now())], $words, $state === MessageState::Held ? 'held' : 'accepted');
    }

    /** @return int|null seconds until the next attempt; null when there is none */
    public function failed(Message $claimed, string $why, bool $isFinal): ?int
    {
        $wait = $isFinal ? null : Retry::secondsAfter($claimed->attempts);
        $said = mb_substr(mb_scrub($why), 0, 300);
        $this->settle($claimed, [
            'state' => $wait === null ? MessageState::Failed : MessageState::Retrying,
            'last_error' => $said,
            'settled_at' => $wait === null ? Moment::write($this->clock->now()) : null,
        ], "Attempt {$claimed->attempts} failed", $wait === null ? 'given_up' : 'refused', $said, $wait);

        return $wait;
    }

    /** @param  array<string, mixed>  $columns */
    private function settle(Message $claimed, array $columns, string $words, string $event, ?string $said = null, ?int $wait = null): void
    {
        $this->database->transaction(function () use ($claimed, $columns, $words, $event, $said, $wait): void {
            $isStillOurs = Message::query()->where('id', $claimed->id)->where('state', MessageState::Sending->value)->where('claimed_at', $claimed->claimed_at)->update(
                array_map(static fn (mixed $value): mixed => $value instanceof MessageState ? $value->value : $value, $columns),
            ) === 1;
            if ($isStillOurs) {
                $claimed->fill($columns);
                $this->messages->noteEvent($claimed, $event, $said, $wait === null ? null : $this->clock->now()->modify("+{$wait} seconds"));
                $this->evidence->append(
                    'message',
                    "{$words}: {$claimed->subject}",
                    $this->messages->evidenceOf($claimed),
                    $claimed->account_id,
                    $claimed->act_id,
                );
            }
        });
    }
}
