<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Keys;

use Kennel\App\Foundation\PrivateFile;
use Kennel\Core\Foundation\Secrets\Entropy;

/**
 * The service's own keys where they are kept: a file that only the service's user can read, a key a line. The first seals; the others
 * are former ones, which still open what they sealed until it is sealed anew.
 */
final readonly class KeyFile
{
    public const BYTES = 32;

    private const PREFIX = 'base64:';

    public function __construct(public string $path)
    {
    }

    /** @return list<string> "base64:" and 32 bytes each; empty when there is no file, or none that can be read */
    public function keys(): array
    {
        return is_file($this->path) && is_readable($this->path) ? self::read((string) file_get_contents($this->path)) : [];
    }

    /** @return bool false when there is one already, which is never written over */
    public function make(Entropy $entropy): bool
    {
        $isNew = false;
        $this->change(static function (array $keys) use ($entropy, &$isNew): array {
            $isNew = $keys === [];

            return $isNew ? [self::draw($entropy)] : $keys;
        });

        return $isNew;
    }

    /** A new key seals from the next start of each process on; those there were stay behind it. */
    public function rotate(Entropy $entropy): void
    {
        $this->change(static fn (array $keys): array => [self::draw($entropy), ...$keys]);
    }

    /** Leaves the key that seals, and no other. */
    public function retireFormer(): void
    {
        $this->change(static fn (array $keys): array => array_slice($keys, 0, 1));
    }

    /** @param  list<string>  $others  that have to open what they sealed elsewhere; what is here stays in front */
    public function take(#[\SensitiveParameter] array $others): void
    {
        $this->change(static fn (array $keys): array => array_values(array_unique([...$keys, ...$others])));
    }

    /** @return string|null 32 bytes; null for what is no key */
    public static function bytes(#[\SensitiveParameter] string $key): ?string
    {
        $bytes = str_starts_with($key, self::PREFIX) ? base64_decode(substr($key, strlen(self::PREFIX)), true) : $key;

        return is_string($bytes) && strlen($bytes) === self::BYTES ? $bytes : null;
    }

    /** Tells keys apart without saying what they are. */
    public static function name(#[\SensitiveParameter] string $key): string
    {
        return bin2hex(hash_hkdf('sha256', self::bytes($key) ?? $key, 4, 'kennel name of a key'));
    }

    private static function draw(Entropy $entropy): string
    {
        return self::PREFIX.base64_encode($entropy->bytes(self::BYTES));
    }

    /** @return list<string> */
    private static function read(#[\SensitiveParameter] string $text): array
    {
        return array_values(array_filter(array_map(trim(...), explode("\n", $text)), static fn (string $line): bool => $line !== ''));
    }

    /** @param  \Closure(list<string>): list<string>  $change */
    private function change(\Closure $change): void
    {
        PrivateFile::change($this->path, static function (string $text) use ($change): string {
            $before = self::read($text);
            $after = $change($before);

            return $after === $before ? $text : implode("\n", $after)."\n";
        });
    }
}
