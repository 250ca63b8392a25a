<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Evidence\EvidenceLog;
use Kennel\App\Platform\Moment;
use Kennel\Core\Mail\Retry;
use Psr\Clock\ClockInterface;

/**
 * The two short transactions around a delivery: a message is claimed, and settled. In between, while the network is slow, nothing is
 * locked. A claim that outlived its worker may be taken over.
 */
final readonly class Deliveries
{
    /** In seconds: longer than a delivery may take, shorter than the queue waits for a worker that died. */
    public const LEASE = 75;

    public function __construct(private ConnectionInterface $database, private Messages $messages, private EvidenceLog $evidence, private ClockInterface $clock)
    {
    }

    /** In seconds; always over before the queue hands an abandoned job to another worker, also where its time was shortened. */
    public static function lease(): int
    {
        return min(self::LEASE, max(1, (int) config('queue.connections.mail.retry_after') - 1));
    }

    /** @return Message|null null when it is settled, or another worker has it */
    public function claim(string $messageId): ?Message
    {
        return $this->database->transaction(function () use ($messageId): ?Message {
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

    public function delivered(Message $claimed, MessageState $state): void
    {
        $words = $state === MessageState::Held ? 'Held by the stand-in' : 'Accepted by the relay';
        $this->settle($claimed, ['state' => $state, 'last_error' => null, 'settled_at' => Moment::write($this->clock->now())], $words);
    }

    /** @return int|null seconds until the next attempt; null when there is none */
    public function failed(Message $claimed, string $why, bool $isFinal): ?int
    {
        $wait = $isFinal ? null : Retry::secondsAfter($claimed->attempts);
        $this->settle($claimed, [
            'state' => $wait === null ? MessageState::Failed : MessageState::Retrying,
            'last_error' => mb_substr(mb_scrub($why), 0, 300),
            'settled_at' => $wait === null ? Moment::write($this->clock->now()) : null,
        ], "Attempt {$claimed->attempts} failed");

        return $wait;
    }

    /** @param  array<string, mixed>  $columns */
    private function settle(Message $claimed, array $columns, string $words): void
    {
        $this->database->transaction(function () use ($claimed, $columns, $words): void {
            $isStillOurs = Message::query()->where('id', $claimed->id)->where('state', MessageState::Sending->value)->where('claimed_at', $claimed->claimed_at)->update(
                array_map(static fn (mixed $value): mixed => $value instanceof MessageState ? $value->value : $value, $columns),
            ) === 1;
            if ($isStillOurs) {
                $claimed->fill($columns);
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
