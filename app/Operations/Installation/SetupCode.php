<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

use Kennel\App\Foundation\DataDirectory;
use Kennel\App\Foundation\PrivateFile;
use Kennel\Core\Foundation\Secrets\Entropy;

/**
 * Shows that whoever opens an empty Kennel in a browser also has a hand on its machine: a code that lies in the data directory. Without it
 * the first stranger to come by would be its keeper.
 */
final readonly class SetupCode
{
    /** Crockford's Base32: no letter looks like a digit. */
    private const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

    private const GROUPS = 5;

    private const GROUP = 5;

    public function __construct(private DataDirectory $directory, private Entropy $entropy)
    {
    }

    /**
     * Made when it is first needed.
     *
     * @return non-empty-string "7Q2MD-…", 125 bits
     *
     * @throws \RuntimeException when it cannot be kept
     */
    public function get(): string
    {
        $path = $this->path();
        PrivateFile::change($path, fn (string $text): string => trim($text) === '' ? "{$this->draw()}\n" : $text);

        return trim((string) file_get_contents($path)) ?: throw new \RuntimeException("{$path} cannot be read.");
    }

    public function matches(#[\SensitiveParameter] string $typed): bool
    {
        $plain = static fn (string $code): string => str_replace(['-', ' '], '', strtoupper($code));

        return hash_equals($plain($this->get()), $plain($typed));
    }

    public function forget(): void
    {
        @unlink($this->path());
        @unlink("{$this->path()}.lock");
    }

    private function draw(): string
    {
        $letters = array_map(static fn (int $byte): string => self::ALPHABET[$byte & 31], unpack('C*', $this->entropy->bytes(self::GROUPS * self::GROUP)) ?: []);

        return implode('-', array_map(implode(...), array_chunk($letters, self::GROUP)));
    }

    private function path(): string
    {
        return $this->directory->path().'/setup-code';
    }
}
