<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\Core\Foundation\Reasons\Reason;

final class Codes
{
    /**
     * @param  list<Reason>  $reasons
     * @return list<string>
     */
    public static function of(array $reasons): array
    {
        return array_map(static fn (Reason $reason): string => $reason->code, $reasons);
    }
}
