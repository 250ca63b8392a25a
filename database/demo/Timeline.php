<?php

declare(strict_types=1);

namespace Kennel\Demo;

/**
 * Who came when, oldest first: numbered by age, as accounts are that sign up one after the other. A million of them are one list of
 * whole numbers, so that nothing else has to be held to put them in order.
 */
final class Timeline
{
    private const INDEX_BITS = 21;

    private const LAST_INDEX = (1 << self::INDEX_BITS) - 1;

    /**
     * @param  \Closure(int): int  $age  in seconds, of the account of an index
     * @return iterable<int, int> age by index
     */
    public static function of(int $accounts, \Closure $age): iterable
    {
        $packed = [];
        for ($index = 0; $index < $accounts; $index++) {
            $packed[] = $age($index) << self::INDEX_BITS | (self::LAST_INDEX - $index);
        }
        rsort($packed, SORT_NUMERIC);
        foreach ($packed as $one) {
            yield self::LAST_INDEX - ($one & self::LAST_INDEX) => $one >> self::INDEX_BITS;
        }
    }
}
