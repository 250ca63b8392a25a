<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

/** How much a finding asks for. */
enum Grade: string
{
    case Fine = 'ok';

    /** It works; somebody should know all the same. */
    case Look = 'look';

    /** It does not work, or will not for long. */
    case Wrong = 'WRONG';
}
