<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Kennel\Core\Passwords\Peppers\Peppers;
use Kennel\Core\Secrets\Entropy;

/** The file of pepper keys: a line each, for the service's user alone. */
final readonly class PepperFile
{
    public function __construct(public string $path)
    {
    }

    /** @return bool false when the file can not be written */
    public function add(string $id, Entropy $entropy): bool
    {
        $before = umask(0o077);
        $isWritten = @file_put_contents($this->path, "{$id} ".base64_encode($entropy->bytes(Peppers::KEY_BYTES))."\n", FILE_APPEND | LOCK_EX) !== false;
        umask($before);

        return $isWritten;
    }

    /**
     * In one step; the other lines, comments among them, stay as they are.
     *
     * @param  list<string>  $ids
     * @return bool false when the file can not be written
     */
    public function remove(array $ids): bool
    {
        $lines = array_filter((array) file($this->path, FILE_IGNORE_NEW_LINES), static fn ($line): bool => ! in_array(strtok(trim((string) $line), " \t"), $ids, true));
        $new = "{$this->path}.".bin2hex(random_bytes(4));
        $before = umask(0o077);
        $isWritten = @file_put_contents($new, implode("\n", $lines).($lines === [] ? '' : "\n")) !== false && @rename($new, $this->path);
        umask($before);

        return $isWritten;
    }
}
