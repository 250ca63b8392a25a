<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Secrets;

/**
 * 256 random bits handed to one person, as 43 characters of base64url (RFC 4648 §5). Only its SHA-256 is ever stored: a plain
 * digest is enough because nobody can guess 256 bits.
 */
final readonly class Token
{
    private const FORM = '/^[A-Za-z0-9_-]{43}$/D';

    private function __construct(private Secret $secret)
    {
    }

    public static function draw(Entropy $entropy): self
    {
        return new self(new Secret(rtrim(strtr(base64_encode($entropy->bytes(32)), '+/', '-_'), '=')));
    }

    /** Null when the text can't be a token: shorter, longer, or of other characters. */
    public static function read(#[\SensitiveParameter] string $text): ?self
    {
        return preg_match(self::FORM, $text) === 1 ? new self(new Secret($text)) : null;
    }

    /** 64 hexadecimal digits: what the store keeps and looks up. */
    public function digest(): string
    {
        return hash('sha256', $this->secret->reveal());
    }

    public function reveal(): string
    {
        return $this->secret->reveal();
    }
}
