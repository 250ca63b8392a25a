<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** bcrypt in its sound spellings, 2a, 2b and 2y. It hashes 72 bytes; a longer password never matches here, since it would be cut. */
final readonly class Bcrypt implements Wrappable
{
    use ComparesDigests;

    private const FORM = '/^\$2[aby]\$(0[4-9]|[12]\d|3[01])\$[.\/A-Za-z0-9]{53}$/D';

    private const HIGHEST_COST = 16;

    private const MOST_BYTES = 72;

    public function name(): string
    {
        return 'bcrypt';
    }

    public function recognises(string $stored): bool
    {
        return preg_match('/^\$2[aby]\$/', $stored) === 1;
    }

    public function parameters(string $stored): ?string
    {
        return preg_match(self::FORM, $stored, $part) === 1 && (int) $part[1] <= self::HIGHEST_COST ? (string) (int) $part[1] : null;
    }

    public function split(string $stored): array
    {
        return ['settings' => substr($stored, 0, 29), 'digest' => substr($stored, 29)];
    }

    public function areSettings(string $settings): bool
    {
        return $this->parameters($settings.str_repeat('.', 31)) !== null;
    }

    public function digest(#[\SensitiveParameter] string $password, string $settings): string
    {
        if (strlen($password) > self::MOST_BYTES || str_contains($password, "\0")) {
            return '';
        }

        // The three spellings differ in mistakes of old implementations; this one computes all of them the same way.
        return substr(crypt($password, '$2y$'.substr($settings, 4)), 29);
    }
}
