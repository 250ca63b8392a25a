<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Outgoing;

use Illuminate\Http\Client\ConnectionException;
use Illuminate\Http\Client\Factory;
use Illuminate\Http\Client\Response;
use Kennel\Core\Foundation\Outgoing\OutgoingAddress;
use Kennel\Core\Foundation\Outgoing\OutgoingRefused;
use Kennel\Core\Foundation\Outgoing\OutgoingRules;

/**
 * The one way out: every HTTP request that Kennel makes. A host is resolved once and the connection made to the address that was checked; no
 * redirect is followed, no proxy of the environment used, and reading ends at a number of bytes. It takes its time, so never inside a transaction.
 */
final readonly class Outgoing
{
    /** In seconds, for connecting. */
    private const CONNECT = 5;

    public function __construct(private Factory $http, private Resolver $resolver, private OutgoingRules $rules)
    {
    }

    /**
     * @param  array<string, mixed>  $options  of the request: "headers", and "form_params" or "json" for what is sent
     * @param  int  $largest  bytes of the answer that are read
     * @param  int  $patience  in seconds, for all of it
     *
     * @throws OutgoingRefused for an address that is not called, and for an answer that is too large
     * @throws ConnectionException when it cannot be reached, or not in time
     */
    public function send(string $method, string $address, array $options, int $largest, int $patience): Response
    {
        $to = $this->requireAllowed($address);
        $resolved = $this->resolver->addresses($to->host);
        $this->rules->requirePublic($to, $resolved);
        $isTooLarge = false;
        $request = $this->http->timeout($patience)->connectTimeout(self::CONNECT)->withoutRedirecting()->withOptions([
            // What was compressed could become any number of bytes.
            'decode_content' => false,
            'curl' => [
                CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
                CURLOPT_RESOLVE => ["{$to->host}:{$to->port}:".implode(',', array_map(static fn (string $ip): string => str_contains($ip, ':') ? "[{$ip}]" : $ip, $resolved))],
                CURLOPT_PROXY => '',
                CURLOPT_NOPROGRESS => false,
                CURLOPT_XFERINFOFUNCTION => static function ($handle, int $expected, int $read) use ($largest, &$isTooLarge): int {
                    return (int) ($isTooLarge = $isTooLarge || max($expected, $read) > $largest);
                },
            ],
        ]);
        try {
            $answer = $request->send($method, $address, $options);
        } catch (ConnectionException $error) {
            throw $isTooLarge ? self::tooLarge($largest, $error) : $error;
        }

        return strlen($answer->body()) > $largest ? throw self::tooLarge($largest) : $answer;
    }

    /**
     * An address that is to be called later, or that a browser is sent to, as far as its text tells.
     *
     * @throws OutgoingRefused
     */
    public function requireAllowed(string $address): OutgoingAddress
    {
        $to = OutgoingAddress::parse($address);
        $this->rules->requireTls($to);

        return $to;
    }

    private static function tooLarge(int $largest, ?\Throwable $previous = null): OutgoingRefused
    {
        return new OutgoingRefused("The answer has more than {$largest} bytes.", previous: $previous);
    }
}
