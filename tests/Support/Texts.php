<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Eris\Generator;
use Eris\Generators;

/** Generated text that reaches what it is meant for: the framework's own strings are ASCII from "!" to "~". */
final class Texts
{
    /** Blocks in which something is prepared, folded, composed, wide, right to left, or outside of the basic plane. */
    private const BLOCKS = [[0x20, 0x7E], [0xA0, 0x37F], [0x390, 0x3CE], [0x410, 0x44F], [0x5D0, 0x5EA], [0x1E00, 0x1FFF], [0x2000, 0x200A], [0x3041, 0x3096], [0xAC00, 0xACFF], [0xFB00, 0xFB06], [0xFF21, 0xFF5A], [0x1F600, 0x1F64F]];

    /** Letters that a mailbox may be called by, and what folds or composes them. */
    private const LETTERS = [[0x61, 0x7A], [0x41, 0x5A], [0x30, 0x39], [0xC0, 0xD6], [0xD8, 0xF6], [0xF8, 0x17F], [0x300, 0x308], [0x391, 0x3A1], [0x3A3, 0x3C9], [0x410, 0x44F], [0x4E00, 0x4E20], [0xFB00, 0xFB04], [0xFF21, 0xFF3A], [0x2120, 0x2122]];

    /** @return Generator<string> of any script, up to a hundred characters */
    public static function ofAnyScript(): Generator
    {
        return self::ofBlocks(self::BLOCKS, 100);
    }

    /** @return Generator<string> one to twelve letters */
    public static function ofLetters(): Generator
    {
        return self::ofBlocks(self::LETTERS, 12);
    }

    /**
     * @param  non-empty-list<array{int, int}>  $blocks
     * @return Generator<string>
     */
    private static function ofBlocks(array $blocks, int $longest): Generator
    {
        $character = Generators::oneOf(...array_map(static fn (array $block): Generator => Generators::choose($block[0], $block[1]), $blocks));

        return Generators::map(
            static fn (array $codes): string => implode('', array_map(static fn (int $code): string => (string) mb_chr($code, 'UTF-8'), $codes)),
            Generators::bind(Generators::choose(1, $longest), static fn (int $length): Generator => Generators::vector($length, $character)),
        );
    }
}
