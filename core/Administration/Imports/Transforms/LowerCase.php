<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports\Transforms;

/** Small letters, as addresses are usually written. */
final readonly class LowerCase implements Transform
{
    public const DO = 'lower_case';

    public function apply(string $text): string
    {
        return mb_strtolower($text);
    }

    public function toArray(): array
    {
        return ['do' => self::DO];
    }
}
