<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Guidance;

/** How what is set stands to one clause of a published guidance. */
enum Stands: string
{
    case Meets = 'meets';
    case Exceeds = 'exceeds';
    case Against = 'against';

    /** More is better, from a least amount on. */
    public static function atLeast(int $set, int $asked): self
    {
        return match (true) {
            $set < $asked => self::Against,
            $set === $asked => self::Meets,
            default => self::Exceeds,
        };
    }
}
