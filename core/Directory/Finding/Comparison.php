<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Finding;

/** How a condition compares. */
enum Comparison: string
{
    case Is = 'is';
    case IsNot = 'is_not';
    /** Holds anything at all. */
    case Has = 'has';
    case HasNone = 'has_none';
    /** Earlier than a day or moment, or than so long ago. */
    case Before = 'before';
    /** At that day or moment, or later. */
    case Since = 'since';
    case AtLeast = 'at_least';
    case AtMost = 'at_most';
    /** Holds what no choice, or no bound, of the field allows any more. */
    case Misfits = 'misfits';

    public function takesValue(): bool
    {
        return ! in_array($this, [self::Has, self::HasNone, self::Misfits], true);
    }

    public function isOfMoments(): bool
    {
        return $this === self::Before || $this === self::Since;
    }
}
