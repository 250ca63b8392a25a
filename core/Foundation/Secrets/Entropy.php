<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Secrets;

/** Where random bytes come from; passed in, so that a test or a demo can repeat itself. */
interface Entropy
{
    /** @param  positive-int  $length */
    public function bytes(int $length): string;
}
