<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Queue\InteractsWithQueue;

/**
 * Hands one message to the relay, or a text message to its gateway. May run again after a worker died: a settled message is left alone, the stand-in holds each message
 * once, and a real relay gets the same Message-ID. Whatever goes wrong is an attempt, counted on the message and tried later.
 */
final class DeliverMessage implements ShouldQueue
{
    use Dispatchable;
    use InteractsWithQueue;
    use Queueable;

    /** The attempts are counted on the message; this many runs are only reached when the database itself cannot be written. */
    public int $tries = 50;

    /** In seconds: how soon a message that waits for its day is looked at again. */
    private const LOOK_AGAIN = 600;

    /** In seconds; below Deliveries::LEASE, above what the relay's own time-outs add up to. */
    public int $timeout = 60;

    /** In seconds, after an error outside of the delivery. */
    public int $backoff = 15;

    public function __construct(public readonly string $messageId)
    {
        $this->onConnection('mail')->onQueue('mail');
    }

    public function handle(Deliveries $deliveries, Relay $relay, TextRelay $texts, RelayFacts $facts, Composition $composition): void
    {
        try {
            $message = $deliveries->claim($this->messageId);
        } catch (AllowanceUsedUp $usedUp) {
            $deliveries->waits($usedUp);
            // As a job of its own, whose runs are counted anew; looked at again before the day is over, since the rule may have changed.
            self::dispatch($this->messageId)->delay(self::LOOK_AGAIN);

            return;
        }
        if ($message === null) {
            $this->comeBackForAnAbandonedOne();

            return;
        }
        try {
            $content = $composition->open($message->sealed);
            $state = $message->channel === Channel::Text ? $texts->deliver($message, $content['text']) : $relay->deliver($message, $content['eml']);
        } catch (\Throwable $error) {
            if ($error instanceof RelayRefused && $error->lacksUtf8) {
                $facts->note(false);
            }
            $wait = $deliveries->failed($message, $error->getMessage(), $error instanceof RelayRefused && $error->isFinal);
            if ($wait !== null) {
                $this->release($wait);
            }

            return;
        }
        $deliveries->delivered($message, $state);
    }

    public function failed(?\Throwable $error): void
    {
        $message = Message::query()->where('id', $this->messageId)->first();
        if ($message !== null && ! $message->state->isSettled()) {
            $message->fill(['state' => MessageState::Failed, 'last_error' => 'The worker could not go on: '.($error === null ? 'no reason given' : $error::class)])->save();
        }
    }

    /** Another run holds the claim. Should its worker have died, this run takes over when the claim has lapsed. */
    private function comeBackForAnAbandonedOne(): void
    {
        if (Message::query()->where('id', $this->messageId)->value('state') === MessageState::Sending) {
            $this->release(Deliveries::lease());
        }
    }
}
