<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/**
 * PBKDF2 (RFC 8018 §5.2) with HMAC-SHA-1, -SHA-256 or -SHA-512, in three spellings: `$pbkdf2-sha256$i=29000$salt$hash` (a PHC string),
 * `$pbkdf2-sha256$29000$salt$hash` and `{PBKDF2-SHA256}29000$salt$hash`. Base64 without padding, "." allowed for "+".
 */
final readonly class Pbkdf2 implements Wrappable
{
    use ComparesDigests;

    private const MOST_ITERATIONS = 5_000_000;

    private const LONGEST = 64;

    /** @param  'sha1'|'sha256'|'sha512'  $digest */
    public function __construct(private string $digest)
    {
    }

    public function name(): string
    {
        return 'PBKDF2-'.strtoupper($this->digest);
    }

    public function recognises(string $stored): bool
    {
        return preg_match($this->beginning(), $stored) === 1;
    }

    public function parameters(string $stored): ?string
    {
        $parts = $this->parts($stored);

        return $parts === null ? null : (string) $parts[0];
    }

    public function split(string $stored): array
    {
        [$iterations, $salt, $hash] = $this->parts($stored) ?? [1, '', ''];
        // In the PHC spelling, whichever it came in; the hash's length is part of the settings.
        $name = "\$pbkdf2-{$this->digest}\$i={$iterations},l=".strlen($hash);

        return ['settings' => $name.'$'.rtrim(base64_encode($salt), '='), 'digest' => bin2hex($hash)];
    }

    public function areSettings(string $settings): bool
    {
        return $this->settings($settings) !== null;
    }

    public function digest(#[\SensitiveParameter] string $password, string $settings): string
    {
        $parts = $this->settings($settings);

        return $parts === null ? '' : hash_pbkdf2($this->digest, $password, $parts[1], $parts[0], 2 * $parts[2]);
    }

    /** @return array{positive-int, string, positive-int}|null iterations, salt, the hash's length */
    private function settings(string $settings): ?array
    {
        if (preg_match('/^\$pbkdf2-'.$this->digest.'\$i=(\d{1,9}),l=(\d{1,3})\$([A-Za-z0-9+\/]*)$/D', $settings, $part) !== 1) {
            return null;
        }
        [$iterations, $salt, $length] = [(int) $part[1], base64_decode($part[3], true), (int) $part[2]];

        return $salt === false || $iterations < 1 || $iterations > self::MOST_ITERATIONS || $length < 1 || $length > self::LONGEST ? null : [$iterations, $salt, $length];
    }

    private function beginning(): string
    {
        // Without a digest's name the first of them is meant, as it was when there was one.
        $name = $this->digest === 'sha1' ? '(?:-sha1)?' : "-{$this->digest}";

        return '/^(?:\$pbkdf2'.$name.'\$(?:i=)?|\{PBKDF2'.strtoupper($name).'\})/';
    }

    /** @return array{positive-int, string, string}|null iterations, salt, hash */
    private function parts(string $stored): ?array
    {
        $rest = preg_replace($this->beginning(), '', $stored, 1, $count);
        if ($count !== 1 || preg_match('/^([1-9]\d{0,8})(?:,l=\d{1,3})?\$([A-Za-z0-9+.\/]{1,200}={0,2})\$([A-Za-z0-9+.\/]{16,100}={0,2})$/D', (string) $rest, $part) !== 1) {
            return null;
        }
        $salt = base64_decode(strtr($part[2], '.', '+'), true);
        $hash = base64_decode(strtr($part[3], '.', '+'), true);
        $iterations = (int) $part[1];
        if ($salt === false || $hash === false || $iterations < 1 || $iterations > self::MOST_ITERATIONS || strlen($hash) < 12 || strlen($hash) > self::LONGEST) {
            return null;
        }

        return [$iterations, $salt, $hash];
    }
}
