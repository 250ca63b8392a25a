<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Kennel\Core\Foundation\Secrets\Entropy;

/** The operating system's generator. */
final class SystemEntropy implements Entropy
{
    public function bytes(int $length): string
    {
        return random_bytes($length);
    }
}
