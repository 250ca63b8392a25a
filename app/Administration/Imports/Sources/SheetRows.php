<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports\Sources;

/** Makes of a sheet's lines the rows of a table: the first line that is not empty names the columns. */
final class SheetRows
{
    private const MOST_COLUMNS = 500;

    /** In bytes, of one cell. */
    private const LONGEST = 65_536;

    /**
     * @param  iterable<array<int, string>>  $lines  texts by place
     * @return list<string>
     */
    public static function columns(iterable $lines): array
    {
        foreach ($lines as $line) {
            if (implode('', $line) !== '') {
                return self::named($line);
            }
        }

        return [];
    }

    /**
     * @param  iterable<array<int, string>>  $lines
     * @return \Generator<int, array<string, string>>
     */
    public static function of(iterable $lines, int $skip): \Generator
    {
        $columns = null;
        $row = 0;
        foreach ($lines as $line) {
            if (implode('', $line) === '') {
                continue;
            }
            if ($columns === null) {
                $columns = self::named($line);

                continue;
            }
            if (++$row > $skip) {
                $cells = [];
                foreach ($columns as $place => $column) {
                    $cells[$column] = substr($line[$place] ?? '', 0, self::LONGEST);
                }
                yield $cells;
            }
        }
    }

    /**
     * @param  array<int, string>  $line
     * @return list<string> each once
     */
    private static function named(array $line): array
    {
        $columns = [];
        for ($place = 0; $place <= min(max(array_keys($line)), self::MOST_COLUMNS - 1); $place++) {
            $name = trim($line[$place] ?? '');
            $name = $name === '' ? 'column '.($place + 1) : mb_substr($name, 0, 200);
            $columns[] = in_array($name, $columns, true) ? "{$name} ({$place})" : $name;
        }

        return $columns;
    }
}
