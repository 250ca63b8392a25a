<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** The digest is what stands behind the last "$". */
trait SplitsAtLastDollar
{
    public function split(string $stored): array
    {
        $at = (int) strrpos($stored, '$') + 1;

        return ['settings' => substr($stored, 0, $at), 'digest' => substr($stored, $at)];
    }
}
