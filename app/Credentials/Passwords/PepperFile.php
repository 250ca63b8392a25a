<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Foundation\PrivateFile;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Foundation\Secrets\Entropy;

/** The file of pepper keys: a line each, for the service's user alone. Comments stay where they are. */
final readonly class PepperFile
{
    public function __construct(public string $path)
    {
    }

    /** @throws \RuntimeException when the file cannot be written */
    public function add(string $id, Entropy $entropy): void
    {
        $this->append(["{$id} ".base64_encode($entropy->bytes(Peppers::KEY_BYTES))]);
    }

    /**
     * Those of another file that are not here.
     *
     * @throws \RuntimeException when the file cannot be written
     */
    public function take(self $other): void
    {
        $this->append(array_map(strval(...), (array) file($other->path, FILE_IGNORE_NEW_LINES)));
    }

    /**
     * @param  list<string>  $ids
     *
     * @throws \RuntimeException when the file cannot be written
     */
    public function remove(array $ids): void
    {
        PrivateFile::change($this->path, static fn (string $text): string => implode("\n", array_filter(
            explode("\n", $text),
            static fn (string $line): bool => ! in_array(strtok(trim($line), " \t"), $ids, true),
        )));
    }

    /** @param  list<string>  $lines */
    private function append(#[\SensitiveParameter] array $lines): void
    {
        PrivateFile::change($this->path, static function (string $text) use ($lines): string {
            $here = $text === '' ? [] : explode("\n", rtrim($text, "\n"));
            $new = array_values(array_diff($lines, $here));

            return $new === [] ? $text : implode("\n", [...$here, ...$new])."\n";
        });
    }
}
