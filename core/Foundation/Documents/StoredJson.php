<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Documents;

/**
 * JSON (RFC 8259) that is stored and read back, whatever it holds. PHP cannot make an object with a property whose name begins with NUL, so
 * objects become arrays here. Those that an array would not write as an object again stay one: {}, and objects whose names are 0, 1, 2, …
 */
final class StoredJson
{
    private const FLAGS = JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE;

    /** The start of an object, or all of an empty one; strings are stepped over. */
    private const OBJECT = '/"(?:[^"\\\\]++|\\\\.)*+"(*SKIP)(*FAIL)|\{(\s*\})?/s';

    /**
     * @return mixed lists, arrays by name, and \stdClass for what would be a list otherwise
     *
     * @throws \JsonException for what is no JSON
     */
    public static function decode(string $json): mixed
    {
        $plain = json_decode($json, true, flags: JSON_THROW_ON_ERROR);
        if (! self::hasList($plain)) {
            return $plain;
        }
        // {} and [] are one by now: each object gets a mark and is decoded again.
        $mark = 'an object '.hash('xxh128', $json);
        $marked = (string) preg_replace_callback(self::OBJECT, static fn (array $found): string => "{\"{$mark}\":0".(isset($found[1]) ? '}' : ','), $json);

        return self::unmarked(json_decode($marked, true, flags: JSON_THROW_ON_ERROR), $mark);
    }

    /** Written so that people can read it. Infinity, which JSON has no number for, becomes 0; what cannot be written at all becomes null. */
    public static function encode(mixed $value): string
    {
        $json = json_encode($value, self::FLAGS);
        $partial = $json === false ? json_encode($value, self::FLAGS | JSON_PARTIAL_OUTPUT_ON_ERROR) : $json;

        return $partial === false ? 'null' : $partial;
    }

    /**
     * What is written as an object, whatever its names are.
     *
     * @param  array<array-key, mixed>  $values  by name
     * @return array<array-key, mixed>|\stdClass
     */
    public static function object(array $values): array|\stdClass
    {
        return array_is_list($values) ? (object) $values : $values;
    }

    private static function hasList(mixed $value): bool
    {
        return is_array($value) && (array_is_list($value) || array_filter($value, self::hasList(...)) !== []);
    }

    private static function unmarked(mixed $value, string $mark): mixed
    {
        if (! is_array($value)) {
            return $value;
        }
        $isObject = array_key_exists($mark, $value);
        unset($value[$mark]);
        $values = array_map(static fn (mixed $one): mixed => self::unmarked($one, $mark), $value);

        return $isObject ? self::object($values) : $values;
    }
}
