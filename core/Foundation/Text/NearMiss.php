<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Text;

/** What somebody who typed something unknown probably meant. */
final class NearMiss
{
    private const FURTHEST = 3;

    /** @param  list<string>  $known */
    public static function of(string $typed, array $known): ?string
    {
        $nearest = null;
        $least = min(self::FURTHEST, intdiv(strlen($typed), 3)) + 1;
        foreach ($known as $one) {
            $distance = levenshtein(strtolower(substr($typed, 0, 255)), substr($one, 0, 255));
            if ($distance < $least) {
                [$nearest, $least] = [$one, $distance];
            }
        }

        return $nearest;
    }
}
