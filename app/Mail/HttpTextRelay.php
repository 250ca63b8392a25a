<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Factory;

/**
 * A real gateway, by HTTP: each text is posted as JSON, {"id", "to", "text"}, with a bearer token (RFC 6750) where one is set. It has taken the text when it answers
 * with 2xx. The id is the message's own at every attempt, and is the Idempotency-Key as well: a gateway that gets one twice can tell.
 */
final readonly class HttpTextRelay implements TextRelay
{
    /** In seconds: for connecting, and for all of it. */
    private const PATIENCE = 10;

    public function __construct(private Factory $http, private string $url, #[\SensitiveParameter] private string $token)
    {
    }

    public function deliver(Message $message, string $text): MessageState
    {
        $request = $this->http->timeout(self::PATIENCE)->connectTimeout(self::PATIENCE)->withoutRedirecting()->acceptJson()->withHeaders(['Idempotency-Key' => $message->id]);
        try {
            $answer = ($this->token === '' ? $request : $request->withToken($this->token))->post($this->url, ['id' => $message->id, 'to' => $message->recipient, 'text' => $text]);
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
