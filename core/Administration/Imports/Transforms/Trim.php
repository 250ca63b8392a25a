<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports\Transforms;

/** Takes the space away around a text, and the doubled space within: no-break spaces and the like included. */
final readonly class Trim implements Transform
{
    public const DO = 'trim';

    public function apply(string $text): string
    {
        return preg_replace(['/^[\s\p{Z}\x{200B}\x{FEFF}]+|[\s\p{Z}\x{200B}\x{FEFF}]+$/u', '/[ \t\p{Zs}]+/u'], ['', ' '], $text) ?? $text;
    }

    public function toArray(): array
    {
        return ['do' => self::DO];
    }
}
