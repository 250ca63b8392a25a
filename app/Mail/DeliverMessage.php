<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;
use Kennel\App\Evidence\EvidenceLog;
use Kennel\App\Platform\Moment;
use Kennel\Core\Mail\Retry;
use Psr\Clock\ClockInterface;

/**
 * Hands one message to the relay. May run again after a worker died: a settled message is left alone, the stand-in holds each
 * message once, and a real relay gets the same Message-ID.
 */
final class DeliverMessage implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    /** The attempts are counted on the message, not by the queue: a worker's death is not the relay's refusal. */
    public int $tries = 0;

    public function __construct(public readonly string $messageId)
    {
    }

    public function handle(ConnectionInterface $database, Relay $relay, Composition $composition, Messages $messages, EvidenceLog $evidence, ClockInterface $clock): void
    {
        $message = Message::query()->where('id', $this->messageId)->first();
        if ($message === null || $message->isSettled()) {
            return;
        }
        try {
            $database->transaction(function () use ($message, $relay, $composition, $clock): void {
                $state = $relay->deliver($message, $composition->open($message->sealed)['eml']);
                $message->fill(['state' => $state, 'attempts' => $message->attempts + 1, 'last_error' => null, 'settled_at' => Moment::write($clock->now())])->save();
            });
            $evidence->append('message', ($message->state === 'held' ? 'Held by the stand-in: ' : 'Accepted by the relay: ').$message->subject, $messages->evidenceOf($message), $message->account_id, $message->act_id);
        } catch (RelayRefused $refused) {
            $this->tryLater($message->refresh(), $refused, $clock);
            $evidence->append('message', "Attempt {$message->attempts} failed: {$message->subject}", $messages->evidenceOf($message), $message->account_id, $message->act_id);
        }
    }

    private function tryLater(Message $message, RelayRefused $refused, ClockInterface $clock): void
    {
        $attempts = $message->attempts + 1;
        $wait = $refused->isFinal ? null : Retry::secondsAfter($attempts);
        $message->fill([
            'state' => $wait === null ? 'failed' : 'retrying',
            'attempts' => $attempts,
            'last_error' => mb_substr(mb_scrub($refused->getMessage()), 0, 300),
            'settled_at' => $wait === null ? Moment::write($clock->now()) : null,
        ])->save();
        if ($wait !== null) {
            $this->release($wait);
        }
    }
}
