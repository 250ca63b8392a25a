<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;
use ParagonIE\ConstantTime\Base64UrlSafe;

/**
 * One of a family: which family it is of, and a secret that is another each time. Of both only digests are kept. Whoever shows the right family and a secret that
 * is not the newest holds one that was used before, so it can be told without keeping those (RFC 9700 §4.14.2).
 */
final readonly class RefreshToken
{
    private const FORM = '/^[A-Za-z0-9_-]{64}$/D';

    private const FAMILY = 16;

    private function __construct(private Secret $family, private Secret $secret)
    {
    }

    public static function draw(Entropy $entropy): self
    {
        return new self(new Secret($entropy->bytes(self::FAMILY)), new Secret($entropy->bytes(32)));
    }

    public static function read(#[\SensitiveParameter] string $text): ?self
    {
        if (preg_match(self::FORM, $text) !== 1) {
            return null;
        }
        $bytes = Base64UrlSafe::decode($text);

        return new self(new Secret(substr($bytes, 0, self::FAMILY)), new Secret(substr($bytes, self::FAMILY)));
    }

    /** The next of the same family: the same one for the same salt and key (HMAC with SHA-256, RFC 2104). */
    public function successor(string $salt, #[\SensitiveParameter] string $key): self
    {
        return new self($this->family, new Secret(hash_hmac('sha256', $salt.$this->secret->reveal(), $key, binary: true)));
    }

    /**
     * @param  non-empty-list<string>  $keys
     * @return self|null the successor with that digest, under whichever key; null when there is none
     */
    public function successorAmong(string $salt, #[\SensitiveParameter] array $keys, string $digest): ?self
    {
        foreach ($keys as $key) {
            $successor = $this->successor($salt, $key);
            if (hash_equals($digest, $successor->secretDigest())) {
                return $successor;
            }
        }

        return null;
    }

    public function familyDigest(): string
    {
        return hash('sha256', $this->family->reveal());
    }

    public function secretDigest(): string
    {
        return hash('sha256', $this->secret->reveal());
    }

    public function reveal(): string
    {
        return Base64UrlSafe::encodeUnpadded($this->family->reveal().$this->secret->reveal());
    }
}
