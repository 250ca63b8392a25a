<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Messaging\Mail\Message;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Messaging\Mail\MessageState;
use Kennel\App\Registration\Invitations\Inviters;
use Kennel\Core\Messaging\Wording\MessageKind;

/** What of a message is shown to whoever asks. */
final readonly class MessageContents
{
    private const WITHHELD = 'Withheld: this message holds a secret of the person it was sent to.';

    public function __construct(private Caller $caller, private Messages $messages, private OperatorAuthority $authority, private Inviters $inviters)
    {
    }

    /**
     * An operator who could read a link could use it. So it is shown only while the stand-in holds it, where nobody else can read it,
     * and only of accounts the operator may act on.
     */
    public function isWithheld(Message $message): bool
    {
        $isOnItsWay = $message->state !== MessageState::Held && config('kennel.relay') !== 'stand-in';

        if ($message->account_id === null && $message->invitation_id !== null) {
            // Whoever accepts it has its roles: so it is shown to who could give them.
            return $isOnItsWay || ! $this->inviters->couldSend($message->invitation_id, $this->caller->get());
        }

        return $isOnItsWay || $message->account_id === null || ! $this->authority->reaches($this->caller->get(), $message->account_id);
    }

    /** @return array{eml: string, html: string, text: string} */
    public function parts(Message $message): array
    {
        $parts = $this->messages->open($message);
        if (! $this->isWithheld($message)) {
            return $parts;
        }
        // Where nothing but the link is anybody's secret, the rest is shown. What is of no known kind is withheld as a whole.
        if ($message->kind !== Messages::SAMPLE && MessageKind::tryFrom($message->kind)?->isSecret() !== false) {
            return ['eml' => $parts['eml'], 'html' => '<p>'.self::WITHHELD.'</p>', 'text' => self::WITHHELD];
        }
        $mask = static fn (string $text): string => preg_replace('/#t=[A-Za-z0-9_-]{43}/', '#t=(withheld)', $text) ?? '';

        return ['eml' => $parts['eml'], 'html' => $mask($parts['html']), 'text' => $mask($parts['text'])];
    }
}
