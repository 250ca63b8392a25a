<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;

/** A password that is read out or copied once: four groups of five letters and digits that cannot be taken for each other. 96 bits. */
final class TemporaryPassword
{
    private const ALPHABET = 'abcdefghjkmnpqrstuvwxyz23456789';

    private const GROUPS = 4;

    private const LETTERS = 5;

    public static function draw(Entropy $entropy): Secret
    {
        $letters = '';
        while (strlen($letters) < self::GROUPS * self::LETTERS) {
            foreach (str_split($entropy->bytes(32)) as $byte) {
                // 31 · 8 = 248: bytes from there on would make the first letters likelier.
                if (ord($byte) < 248 && strlen($letters) < self::GROUPS * self::LETTERS) {
                    $letters .= self::ALPHABET[ord($byte) % 31];
                }
            }
        }

        return new Secret(implode('-', str_split($letters, self::LETTERS)));
    }
}
