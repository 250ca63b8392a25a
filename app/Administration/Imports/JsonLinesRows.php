<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Foundation\Reasons\Reason;

/** An object a line, as in {"address": "jo@post.example", "name": "Jo", "hash": "$2y$…"}. */
final class JsonLinesRows implements Rows
{
    /** The row itself, and a document of metadata in it. */
    private const DEEPEST = MetadataDocument::DEEPEST + 1;

    /** Lines may lack what others have: so many are looked at for their keys. */
    private const LOOKED_AT = 200;

    /** @param  resource  $file */
    public function __construct(private $file)
    {
    }

    public function from(int $offset): \Generator
    {
        fseek($this->file, $offset);
        while (($line = fgets($this->file, self::LONGEST)) !== false) {
            $end = (int) ftell($this->file);
            if (trim($line) === '') {
                continue;
            }
            yield $end => $this->row($line);
        }
    }

    public function columns(): array
    {
        $columns = [];
        $looked = 0;
        foreach ($this->from(0) as $row) {
            $columns += $row instanceof Reason ? [] : array_fill_keys(array_keys($row), true);
            if (++$looked === self::LOOKED_AT) {
                break;
            }
        }

        return array_map(strval(...), array_keys($columns));
    }

    public function reasonAgainst(): ?Reason
    {
        return null;
    }

    /** @return array<string, mixed>|Reason */
    private function row(#[\SensitiveParameter] string $line): array|Reason
    {
        if (! mb_check_encoding($line, 'UTF-8')) {
            return new Reason('import.encoding');
        }
        $row = json_decode($line, false, self::DEEPEST + 1);

        return is_object($row) ? get_object_vars($row) : new Reason('import.json');
    }
}
