<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** scrypt (RFC 7914) in the "$7$" form that sodium verifies. */
final readonly class Scrypt implements Scheme
{
    private const FORM = '/^\$7\$([.\/0-9A-Za-z])([.\/0-9A-Za-z]{5})([.\/0-9A-Za-z]{5})[.\/0-9A-Za-z]{43}\$[.\/0-9A-Za-z]{43}$/D';

    private const ALPHABET = './0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';

    /** 128 · N · r, in bytes. */
    private const MOST_MEMORY = 1_073_741_824;

    /** The same times p, which is what time goes by. */
    private const MOST_WORK = 2 * self::MOST_MEMORY;

    public function name(): string
    {
        return 'scrypt';
    }

    public function recognises(string $stored): bool
    {
        return str_starts_with($stored, '$7$');
    }

    public function parameters(string $stored): ?string
    {
        if (preg_match(self::FORM, $stored, $part) !== 1) {
            return null;
        }
        $log = (int) strpos(self::ALPHABET, $part[1]);
        [$blocks, $lanes] = [$this->number($part[2]), $this->number($part[3])];
        if ($log < 1 || $blocks < 1 || $lanes < 1 || $lanes > 64 || 128 * 2 ** $log * $blocks > self::MOST_MEMORY || 128 * 2 ** $log * $blocks * $lanes > self::MOST_WORK) {
            return null;
        }

        return "2^{$log}/{$blocks}/{$lanes}";
    }

    public function matches(#[\SensitiveParameter] string $password, string $stored): bool
    {
        return sodium_crypto_pwhash_scryptsalsa208sha256_str_verify($stored, $password);
    }

    /** Thirty bits, six a character, the lowest first. */
    private function number(string $text): int
    {
        $number = 0;
        foreach (str_split($text) as $index => $character) {
            $number |= (int) strpos(self::ALPHABET, $character) << (6 * $index);
        }

        return $number;
    }
}
