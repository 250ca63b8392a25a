<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Factors;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;

/** One of a sheet of codes that stand in for a lost second factor, each once: 75 random bits, in letters and digits that cannot be taken for each other. */
final readonly class RecoveryCode
{
    private const LENGTH = 15;

    /** Of 32, so five bits each: without I, L, O and U, as Crockford's Base32 has it (common practice). */
    private const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

    private function __construct(private Secret $secret)
    {
    }

    public static function draw(Entropy $entropy): self
    {
        $drawn = array_map(static fn (string $byte): string => self::ALPHABET[ord($byte) & 31], str_split($entropy->bytes(self::LENGTH)));

        return new self(new Secret(implode('', $drawn)));
    }

    /** As somebody typed it from paper: small letters, dashes and what is taken for another character are no matter. */
    public static function read(#[\SensitiveParameter] string $typed): self
    {
        $plain = (string) preg_replace('/[^0-9A-Z]/', '', strtoupper(mb_convert_kana(mb_substr(mb_scrub($typed), 0, 60), 'a')));

        return new self(new Secret(strtr($plain, ['I' => '1', 'L' => '1', 'O' => '0', 'U' => 'V'])));
    }

    /** Whether it could be one at all; what is shorter is a code of another kind. */
    public function isWhole(): bool
    {
        return strlen($this->secret->reveal()) === self::LENGTH;
    }

    /** For paper. */
    public function inGroups(): string
    {
        return implode('-', str_split($this->secret->reveal(), 5));
    }

    /**
     * What the store keeps. What can be typed can be searched for by who has the plain digest, so this one needs a key that is not in the store.
     *
     * @param  string  $of  the account's id: the same code of another is another digest
     */
    public function digest(#[\SensitiveParameter] string $key, string $of): string
    {
        return hash_hmac('sha256', "{$of} {$this->secret->reveal()}", $key);
    }
}
