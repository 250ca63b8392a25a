<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** The MD5 scheme of web servers' password files ($apr1$): crypt(3)'s MD5 with another name inside. */
final readonly class Apr1 implements Wrappable
{
    use ComparesDigests;
    use SplitsAtLastDollar;

    private const ALPHABET = './0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';

    /** Which bytes of the digest make each group of four characters. */
    private const ORDER = [[0, 6, 12], [1, 7, 13], [2, 8, 14], [3, 9, 15], [4, 10, 5]];

    private const ROUNDS = 1_000;

    public function name(): string
    {
        return 'APR1';
    }

    public function recognises(string $stored): bool
    {
        return str_starts_with($stored, '$apr1$');
    }

    public function parameters(string $stored): ?string
    {
        return preg_match('/^\$apr1\$[.\/0-9A-Za-z]{0,8}\$[.\/0-9A-Za-z]{22}$/D', $stored) === 1 ? '' : null;
    }

    public function areSettings(string $settings): bool
    {
        return $this->parameters($settings.str_repeat('.', 22)) !== null;
    }

    public function digest(#[\SensitiveParameter] string $password, string $settings): string
    {
        return $this->encode($this->compute($password, explode('$', $settings)[2]));
    }

    private function compute(#[\SensitiveParameter] string $password, string $salt): string
    {
        $length = strlen($password);
        $inner = md5($password.$salt.$password, true);
        $text = $password.'$apr1$'.$salt.substr(str_repeat($inner, intdiv($length, 16) + 1), 0, $length);
        for ($bits = $length; $bits > 0; $bits >>= 1) {
            $text .= ($bits & 1) === 1 ? "\0" : $password[0];
        }
        $digest = md5($text, true);
        for ($round = 0; $round < self::ROUNDS; $round++) {
            $isOdd = ($round & 1) === 1;
            $digest = md5(
                ($isOdd ? $password : $digest).($round % 3 !== 0 ? $salt : '').($round % 7 !== 0 ? $password : '').($isOdd ? $digest : $password),
                true,
            );
        }

        return $digest;
    }

    private function encode(string $digest): string
    {
        $text = '';
        foreach (self::ORDER as [$high, $middle, $low]) {
            $text .= $this->characters(ord($digest[$high]) << 16 | ord($digest[$middle]) << 8 | ord($digest[$low]), 4);
        }

        return $text.$this->characters(ord($digest[11]), 2);
    }

    private function characters(int $bits, int $count): string
    {
        $text = '';
        for (; $count > 0; $count--, $bits >>= 6) {
            $text .= self::ALPHABET[$bits & 63];
        }

        return $text;
    }
}
