<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Keys;

use Kennel\Core\Secrets\Entropy;

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
        $lines = is_file($this->path) && is_readable($this->path) ? file($this->path, FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) : false;

        return $lines === false ? [] : array_values(array_filter(array_map(trim(...), $lines), static fn (string $line): bool => $line !== ''));
    }

    /** @return bool false when there is one already, which is never written over */
    public function make(Entropy $entropy): bool
    {
        if (is_file($this->path)) {
            return false;
        }
        $this->write([self::draw($entropy)]);

        return true;
    }

    /** A new key seals from the next start of each process on; those there were stay behind it. */
    public function rotate(Entropy $entropy): void
    {
        $this->write([self::draw($entropy), ...$this->keys()]);
    }

    /** Leaves the key that seals, and no other. */
    public function retireFormer(): void
    {
        $this->write(array_slice($this->keys(), 0, 1));
    }

    /** @param  list<string>  $keys  that have to open what they sealed elsewhere; what is here stays in front */
    public function take(array $keys): void
    {
        $this->write(array_values(array_unique([...$this->keys(), ...$keys])));
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

    /**
     * In one step, so that nobody ever finds half a key.
     *
     * @param  list<string>  $keys
     */
    private function write(#[\SensitiveParameter] array $keys): void
    {
        $new = "{$this->path}.".bin2hex(random_bytes(4));
        $before = umask(0o077);
        $isWritten = @file_put_contents($new, implode("\n", $keys)."\n") !== false && @rename($new, $this->path);
        umask($before);
        if (! $isWritten) {
            @unlink($new);
            throw new \RuntimeException("{$this->path} can not be written.");
        }
    }
}
