<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** Directories' {SSHA}, {SSHA256} and {SSHA512}: one digest of password and salt, the salt behind it, all in Base64. */
final readonly class SaltedLdap implements Wrappable
{
    use ComparesDigests;

    private const BYTES = ['sha1' => 20, 'sha256' => 32, 'sha512' => 64];

    private const LONGEST_SALT = 64;

    /** @param  'sha1'|'sha256'|'sha512'  $digest */
    public function __construct(private string $digest)
    {
    }

    public function name(): string
    {
        return ['sha1' => 'salted SHA-1 (SSHA)', 'sha256' => 'salted SHA-256 (SSHA256)', 'sha512' => 'salted SHA-512 (SSHA512)'][$this->digest];
    }

    public function recognises(string $stored): bool
    {
        return str_starts_with($stored, $this->beginning());
    }

    public function parameters(string $stored): ?string
    {
        return $this->parts($stored) === null ? null : '';
    }

    public function split(string $stored): array
    {
        [$digest, $salt] = $this->parts($stored) ?? ['', ''];

        return ['settings' => $this->beginning().base64_encode($salt), 'digest' => bin2hex($digest)];
    }

    public function areSettings(string $settings): bool
    {
        $salt = base64_decode(substr($settings, strlen($this->beginning())), true);

        return $this->recognises($settings) && $salt !== false && $salt !== '' && strlen($salt) <= self::LONGEST_SALT;
    }

    public function digest(#[\SensitiveParameter] string $password, string $settings): string
    {
        return hash($this->digest, $password.base64_decode(substr($settings, strlen($this->beginning())), true));
    }

    private function beginning(): string
    {
        return ['sha1' => '{SSHA}', 'sha256' => '{SSHA256}', 'sha512' => '{SSHA512}'][$this->digest];
    }

    /** @return array{string, string}|null digest, salt */
    private function parts(string $stored): ?array
    {
        $bytes = base64_decode(substr($stored, strlen($this->beginning())), true);
        $length = self::BYTES[$this->digest];
        if ($bytes === false || strlen($bytes) <= $length || strlen($bytes) > $length + self::LONGEST_SALT) {
            return null;
        }

        return [substr($bytes, 0, $length), substr($bytes, $length)];
    }
}
