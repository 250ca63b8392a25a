<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

/** JSON that a stranger might send to see what breaks, from one seed. Uses mt_rand(), which its caller seeds. */
final class HostileJson
{
    private const NAMES = ['\u0000evil', '', '__proto__', 'constructor', '0', '1', 'a.b', '\\\\', '\"', '\u202e', '\u0000', 'password', 'toString', "\u{1F600}", '-1', 'null'];

    private const VALUES = ['null', 'true', '0', '-0', '1e308', '1e999', '9223372036854775808', '-9223372036854775809', '0.1', '""', '"\u0000"', '"\u0000a"', '"\ud83d\ude00"', '"<script>"', '"\'; DROP TABLE accounts; --"', '"2026-02-30"', '"+47"', '"P1D"', '[]', '{}', '[[]]', '[{}]', '"%00"', '"=1+1"', '"a@b"', '"../../etc/passwd"'];

    /** Not even JSON, or only nearly. */
    private const BROKEN = ['', '{', '[', '"', '{"a":"\ud800"}', "{\"a\":\"\xff\"}", '{"a":1,}', 'NaN', "\xEF\xBB\xBF{}", '[]', 'null', '0', '"x"'];

    /** @param  list<string>  $known  names that the operation takes */
    public static function body(array $known): string
    {
        return match (mt_rand(0, 11)) {
            0 => self::BROKEN[array_rand(self::BROKEN)],
            1 => str_repeat('{"a":', $depth = mt_rand(10, 70)).'1'.str_repeat('}', $depth),
            2 => '{'.implode(',', array_map(static fn (int $at): string => "\"k{$at}\":".self::value(0), range(1, mt_rand(100, 5_000)))).'}',
            3 => '{"'.($known === [] ? 'a' : $known[array_rand($known)]).'":"'.str_repeat('x', mt_rand(1_000, 70_000)).'"}',
            default => self::object($known, 3),
        };
    }

    /** @param  list<string>  $known */
    private static function object(array $known, int $depth): string
    {
        $pairs = [];
        foreach ($known as $name) {
            mt_rand(0, 3) === 0 || $pairs[] = json_encode($name, JSON_THROW_ON_ERROR).':'.self::value($depth);
        }
        for ($more = mt_rand(0, 2); $more > 0; $more--) {
            $pairs[] = '"'.self::NAMES[array_rand(self::NAMES)].'":'.self::value($depth);
        }

        return '{'.implode(',', $pairs).'}';
    }

    private static function value(int $depth): string
    {
        return match (mt_rand(0, $depth > 0 ? 6 : 3)) {
            4 => self::object([], $depth - 1),
            5 => '['.implode(',', array_map(static fn (): string => self::value($depth - 1), range(0, mt_rand(0, 3)))).']',
            default => self::VALUES[array_rand(self::VALUES)],
        };
    }
}
