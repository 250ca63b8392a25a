<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Kennel\App\Directory\Accounts\ListOrder;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** How a list of accounts is written, in whatever door: which are meant, and in which order. */
final class Listed
{
    /** @throws Refusal for a condition that cannot be read */
    public static function where(string $json): Where
    {
        try {
            return Where::read($json);
        } catch (Refused $refused) {
            throw Refusal::invalid([$refused->reason]);
        }
    }

    /** @throws Refusal for an order there is none of */
    public static function sort(string $sort): string
    {
        $by = ltrim($sort, '-');
        if (! isset(ListOrder::SORTS[$by]) && ! str_starts_with($by, 'field:')) {
            throw Refusal::invalid([new Reason('query.choice', 'sort', ['choices' => [...array_keys(ListOrder::SORTS), 'field:…']])]);
        }

        return $sort;
    }
}
