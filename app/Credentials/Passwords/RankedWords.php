<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\Core\Credentials\Passwords\Guesses\PartKind;
use Kennel\Core\Credentials\Passwords\Guesses\WordRanks;

/**
 * The words that ship in resources/passwords/words.bin; its build.mjs says where they are from and how the file lies. Searched as it
 * lies: one look at the index, then at the one or two words whose hashes begin alike. No more memory than the file has bytes.
 */
final class RankedWords implements WordRanks
{
    private const INDEX = 3;

    private const RECORDS = self::INDEX * 65_537;

    private const RECORD = 6;

    private const KINDS = [1 => PartKind::CommonPassword, 2 => PartKind::Word, 3 => PartKind::Name];

    private ?string $file = null;

    public function __construct(private readonly string $path)
    {
    }

    public function find(#[\SensitiveParameter] string $word): ?array
    {
        $file = $this->file ??= $this->read();
        $hash = hash('xxh64', $word, true);
        $entry = self::INDEX * (ord($hash[0]) << 8 | ord($hash[1]));
        $end = $this->number($file, $entry + self::INDEX);
        for ($record = $this->number($file, $entry); $record < $end; $record++) {
            $at = self::RECORDS + $record * self::RECORD;
            if ($file[$at] === $hash[2] && $file[$at + 1] === $hash[3] && $file[$at + 2] === $hash[4]) {
                $number = $this->number($file, $at + 3);

                return ['rank' => $number & 0xFFFFF, 'kind' => self::KINDS[$number >> 20]];
            }
        }

        return null;
    }

    private function number(string $file, int $at): int
    {
        return ord($file[$at]) << 16 | ord($file[$at + 1]) << 8 | ord($file[$at + 2]);
    }

    private function read(): string
    {
        $file = file_get_contents($this->path);

        return $file === false || strlen($file) < self::RECORDS ? throw new \RuntimeException("{$this->path} cannot be read.") : $file;
    }
}
