<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Kennel\App\Messaging\Mail\Channel;
use Kennel\App\Messaging\Mail\Composition;
use Kennel\App\Messaging\Mail\DeliverMessage;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\Messages;

/** The mail and the text messages of a world: delivered to nobody but the person's own mailbox and telephone, at once. */
final readonly class Post
{
    private const SHOWN = 60;

    public function __construct(private Application $inner)
    {
    }

    /** Hands what is queued to the stand-ins of the relay and the gateway. */
    public function deliver(): void
    {
        foreach ($this->inner->make(Messages::class)->queued() as $message) {
            $this->inner->call([new DeliverMessage($message->id), 'handle']);
        }
    }

    /**
     * @return list<array{id: string, channel: string, to: string, subject: string, text: string, html: string, at: string, state: string, link: string|null}> the newest first; the link is a path of this service
     */
    public function received(): array
    {
        $composition = $this->inner->make(Composition::class);

        return array_map(static function (Message $one) use ($composition): array {
            $parts = $composition->open($one->sealed);

            return [
                'id' => $one->id, 'channel' => $one->channel === Channel::Text ? 'text' : 'mail', 'to' => $one->recipient, 'subject' => $one->subject, 'text' => $parts['text'], 'html' => $parts['html'],
                'at' => $one->created_at, 'state' => $one->state->value, 'link' => self::linkIn($parts['text']),
            ];
        }, $this->inner->make(Messages::class)->newest(self::SHOWN));
    }

    /** @return string|null path and fragment of the first link to one of our pages with a token in it */
    public static function linkIn(string $text): ?string
    {
        return preg_match('#https?://[^\s/]+(/a/[a-z0-9-]+/[a-z-]+(?:\?[^\s\#]*)?\#t=[A-Za-z0-9_-]{43})#', $text, $found) === 1 ? $found[1] : null;
    }

    /** @return string|null the code in the newest text message */
    public function lastTextCode(): ?string
    {
        foreach ($this->received() as $one) {
            if ($one['channel'] === 'text') {
                return preg_match('/\b[A-Z0-9]{3,4} [A-Z0-9]{3,4}\b/', $one['text'], $found) === 1 ? $found[0] : null;
            }
        }

        return null;
    }
}
