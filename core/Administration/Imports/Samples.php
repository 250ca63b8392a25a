<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

/** The first texts of a column, from which is guessed what it is. */
final class Samples
{
    /**
     * @param  list<string>  $samples
     * @return float how many of them look so, from 0 to 1; 0 of none
     */
    public static function share(array $samples, string $pattern): float
    {
        $alike = preg_grep($pattern, $samples);

        return $samples === [] || $alike === false ? 0.0 : count($alike) / count($samples);
    }
}
