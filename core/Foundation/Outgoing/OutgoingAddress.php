<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Outgoing;

/** An address that Kennel may call, as far as its text tells (RFC 3986): HTTP or HTTPS, a host, and no credentials. */
final readonly class OutgoingAddress
{
    private function __construct(public string $text, public string $scheme, public string $host, public int $port)
    {
    }

    /** @throws OutgoingRefused */
    public static function parse(string $text): self
    {
        $parts = preg_match('/[\x00-\x20\x7f\\\\]/', $text) === 1 ? false : parse_url($text);
        $scheme = strtolower($parts['scheme'] ?? '');
        $host = strtolower(trim($parts['host'] ?? '', '[]'));
        if ($parts === false || ! in_array($scheme, ['http', 'https'], true) || $host === '' || isset($parts['user']) || isset($parts['pass'])) {
            throw new OutgoingRefused('It is no address of a web service.');
        }
        // Numbers in other notations than RFC 3986 §3.2.2 has are read differently by different programs.
        if (filter_var($host, FILTER_VALIDATE_IP) === false && preg_match('/(^|\.)(0x[0-9a-f]*|[0-9]+)\.?$/', $host) === 1) {
            throw new OutgoingRefused('Its host is a number in an odd notation.');
        }

        return new self($text, $scheme, $host, $parts['port'] ?? ($scheme === 'https' ? 443 : 80));
    }

    public function isPlain(): bool
    {
        return $this->scheme === 'http';
    }

    public function origin(): string
    {
        return "{$this->scheme}://{$this->host}:{$this->port}";
    }
}
