<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Reasons;

/** Why an operator did something, in their own words: required, one audit line, no control characters. */
final class WrittenReason
{
    /** In code points; an audit line, not an essay. */
    public const MAXIMUM = 500;

    /** @return list<Reason> */
    public static function reasonsAgainst(string $why): array
    {
        return match (true) {
            trim($why) === '' => [new Reason('reason.required', 'reason')],
            mb_strlen($why) > self::MAXIMUM => [new Reason('reason.too_long', 'reason', ['maximum' => self::MAXIMUM])],
            preg_match('/[^\P{Cc}\n\t]/u', $why) === 1 => [new Reason('reason.characters', 'reason')],
            default => [],
        };
    }
}
