<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;

/** What a person types from a device that has no keyboard: eight consonants, so that it is read aloud easily and spells nothing (RFC 8628 §6.1). */
final readonly class UserCode
{
    private const LETTERS = 'BCDFGHJKLMNPQRSTVWXZ';

    private const LENGTH = 8;

    private function __construct(private Secret $code)
    {
    }

    public static function draw(Entropy $entropy): self
    {
        $code = '';
        while (strlen($code) < self::LENGTH) {
            $byte = ord($entropy->bytes(1));
            // 240 is the greatest multiple of 20 in a byte: each letter is as likely as the others.
            $code .= $byte < 240 ? self::LETTERS[$byte % 20] : '';
        }

        return new self(new Secret($code));
    }

    /** As people type: in small letters, with spaces or lines between. Null for what can be none. */
    public static function read(#[\SensitiveParameter] string $typed): ?self
    {
        $code = (string) preg_replace('/[^A-Z]/', '', strtoupper($typed));

        return strlen($typed) <= 40 && preg_match('/^['.self::LETTERS.']{'.self::LENGTH.'}$/D', $code) === 1 ? new self(new Secret($code)) : null;
    }

    public function digest(): string
    {
        return hash('sha256', $this->code->reveal());
    }

    public function reveal(): string
    {
        return implode('-', str_split($this->code->reveal(), 4));
    }
}
