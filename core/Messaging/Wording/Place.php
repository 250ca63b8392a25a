<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** Where in a text something is, as people count: lines and columns from 1, columns in characters. */
final readonly class Place
{
    private function __construct(public int $line, public int $column)
    {
    }

    /** @param  int  $offset  in bytes */
    public static function at(string $source, int $offset): self
    {
        $before = substr($source, 0, $offset);
        $start = strrpos($before, "\n");

        return new self(substr_count($before, "\n") + 1, mb_strlen(substr($before, $start === false ? 0 : $start + 1)) + 1);
    }
}
