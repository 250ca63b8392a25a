<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk\Works;

use Kennel\App\Administration\Bulk\Work;

/**
 * For a work that needs to be told nothing more than whom it means.
 *
 * @phpstan-require-implements Work
 */
trait TakesNothing
{
    public function read(array $parameters, string $operatorId): array
    {
        return [];
    }

    public function reasonAgainst(array $parameters, string $operatorId): ?string
    {
        return null;
    }
}
