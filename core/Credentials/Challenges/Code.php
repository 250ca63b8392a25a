<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Challenges;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;

/** A short code that is read in a message and typed. Of digits, or of letters and digits that cannot be taken for each other. */
final readonly class Code
{
    private const DIGITS = '0123456789';

    /** Without 0 and O, 1, I and L. */
    private const LETTERS = 'ABCDEFGHJKMNPQRSTUVWXYZ23456789';

    private function __construct(private Secret $secret)
    {
    }

    public static function draw(Entropy $entropy, CodeRules $rules): self
    {
        $alphabet = $rules->hasLetters ? self::LETTERS : self::DIGITS;
        $size = strlen($alphabet);
        // Bytes beyond the last whole turn of the alphabet would make its first letters likelier.
        $limit = 256 - 256 % $size;
        $drawn = '';
        while (strlen($drawn) < $rules->length) {
            foreach (str_split($entropy->bytes(16)) as $byte) {
                if (ord($byte) < $limit && strlen($drawn) < $rules->length) {
                    $drawn .= $alphabet[ord($byte) % $size];
                }
            }
        }

        return new self(new Secret($drawn));
    }

    /** As somebody typed or pasted it: spaces, dashes and small letters are no matter. */
    public static function read(#[\SensitiveParameter] string $typed): self
    {
        $folded = mb_convert_kana(mb_substr(mb_scrub($typed), 0, 60), 'a');

        return new self(new Secret(strtoupper((string) preg_replace('/[^A-Za-z0-9]/', '', $folded))));
    }

    /**
     * What the store keeps. A code can be guessed in a moment by who has its plain digest, so this one needs a key that is not in the store.
     *
     * @param  string  $of  the id of its challenge: the same code of another is another digest
     */
    public function digest(#[\SensitiveParameter] string $key, string $of): string
    {
        return hash_hmac('sha256', "{$of} {$this->secret->reveal()}", $key);
    }

    /** In two groups, as it is easiest to read and to keep in mind. */
    public function inGroups(): string
    {
        $code = $this->secret->reveal();
        $half = intdiv(strlen($code) + 1, 2);

        return substr($code, 0, $half).' '.substr($code, $half);
    }
}
