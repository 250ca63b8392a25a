<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Kennel\Core\Reasons\Reason;

/** An object a line, as in {"address": "jo@post.example", "name": "Jo", "hash": "$2y$…"}. */
final class JsonLinesRows implements Rows
{
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

    public function ignored(): array
    {
        foreach ($this->from(0) as $row) {
            $first = $this->decode();

            return $row instanceof Reason || $first === null ? [] : array_values(array_map(strval(...), array_diff(array_keys($first), self::COLUMNS)));
        }

        return [];
    }

    public function reasonAgainst(): ?Reason
    {
        return null;
    }

    /** @return array<string, string>|Reason */
    private function row(#[\SensitiveParameter] string $line): array|Reason
    {
        if (! mb_check_encoding($line, 'UTF-8')) {
            return new Reason('import.encoding');
        }
        $row = json_decode($line, true, 4);
        if (! is_array($row) || array_is_list($row)) {
            return new Reason('import.json');
        }
        $row = array_intersect_key($row, array_flip(self::COLUMNS));
        foreach ($row as $column => $value) {
            if (! is_string($value)) {
                return new Reason('import.json_text', $column, ['column' => $column]);
            }
        }

        /** @var array<string, string> $row */
        return $row;
    }

    /** @return array<array-key, mixed>|null the first line */
    private function decode(): ?array
    {
        rewind($this->file);
        $first = json_decode((string) fgets($this->file, self::LONGEST), true, 4);

        return is_array($first) ? $first : null;
    }
}
