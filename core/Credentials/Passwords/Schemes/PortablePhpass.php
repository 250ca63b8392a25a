<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** The portable scheme of older PHP applications, `$P$` or `$H$`: MD5, two to the power of a stored digit times over. */
final readonly class PortablePhpass implements Wrappable
{
    use ComparesDigests;

    private const ALPHABET = './0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz';

    private const HIGHEST_COST = 20;

    public function name(): string
    {
        return 'portable phpass';
    }

    public function recognises(string $stored): bool
    {
        return str_starts_with($stored, '$P$') || str_starts_with($stored, '$H$');
    }

    public function parameters(string $stored): ?string
    {
        if (preg_match('/^\$[PH]\$([.\/0-9A-Za-z])[.\/0-9A-Za-z]{30}$/D', $stored, $part) !== 1) {
            return null;
        }
        $cost = (int) strpos(self::ALPHABET, $part[1]);

        return $cost >= 7 && $cost <= self::HIGHEST_COST ? "2^{$cost}" : null;
    }

    public function split(string $stored): array
    {
        return ['settings' => substr($stored, 0, 12), 'digest' => substr($stored, 12)];
    }

    public function areSettings(string $settings): bool
    {
        return $this->parameters($settings.str_repeat('.', 22)) !== null;
    }

    public function digest(#[\SensitiveParameter] string $password, string $settings): string
    {
        $digest = md5(substr($settings, 4, 8).$password, true);
        for ($round = 1 << (int) strpos(self::ALPHABET, $settings[3]); $round > 0; $round--) {
            $digest = md5($digest.$password, true);
        }

        return $this->encode($digest);
    }

    private function encode(string $digest): string
    {
        $text = '';
        foreach (str_split($digest, 3) as $group) {
            $bits = 0;
            foreach (str_split($group) as $index => $byte) {
                $bits |= ord($byte) << (8 * $index);
            }
            for ($count = strlen($group) + 1; $count > 0; $count--, $bits >>= 6) {
                $text .= self::ALPHABET[$bits & 63];
            }
        }

        return $text;
    }
}
