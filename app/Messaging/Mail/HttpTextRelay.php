<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Http\Client\ConnectionException;
use Kennel\App\Foundation\Outgoing\Outgoing;
use Kennel\Core\Foundation\Outgoing\OutgoingRefused;

/**
 * A real gateway, by HTTP: each text is posted as JSON, {"id", "to", "text"}, with a bearer token (RFC 6750) where one is set. It has taken the text when it answers
 * with 2xx. The id is the message's own at every attempt, and is the Idempotency-Key as well: a gateway that gets one twice can tell.
 */
final readonly class HttpTextRelay implements TextRelay
{
    /** In seconds. */
    private const PATIENCE = 10;

    /** In bytes: of the answer only its status is used. */
    private const LARGEST = 65_536;

    public function __construct(private Outgoing $outgoing, private string $url, #[\SensitiveParameter] private string $token)
    {
    }

    public function deliver(Message $message, string $text): MessageState
    {
        $headers = ['Accept' => 'application/json', 'Idempotency-Key' => $message->id, ...$this->token === '' ? [] : ['Authorization' => "Bearer {$this->token}"]];
        try {
            $answer = $this->outgoing->send('POST', $this->url, ['headers' => $headers, 'json' => ['id' => $message->id, 'to' => $message->recipient, 'text' => $text]], self::LARGEST, self::PATIENCE);
        } catch (OutgoingRefused $refused) {
            throw new RelayRefused("The gateway for text messages is not called. {$refused->getMessage()}", false, $refused);
        } catch (ConnectionException $error) {
            throw new RelayRefused('The gateway for text messages cannot be reached: '.mb_substr($error->getMessage(), 0, 160), false, $error);
        }
        if (! $answer->successful()) {
            // Too slow, or too many for now: that passes (RFC 9110 §15.5.9, RFC 6585 §4).
            $isFinal = $answer->clientError() && ! in_array($answer->status(), [408, 429], true);
            throw new RelayRefused("The gateway for text messages answered {$answer->status()}", $isFinal);
        }

        return MessageState::Sent;
    }
}
