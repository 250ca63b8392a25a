<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Reasons\Reason;

/** What holders call a factor, to tell it from their others. */
final class FactorName
{
    private const LONGEST = 60;

    /** @throws Refusal */
    public static function parse(string $typed): string
    {
        $name = trim($typed);

        return $name !== '' && mb_strlen($name) <= self::LONGEST && preg_match('/\p{C}/u', $name) === 0
            ? $name
            : throw Refusal::invalid([new Reason('factor.name', 'name', ['maximum' => self::LONGEST])]);
    }
}
