<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Retention\Forgets;

/** A file that was checked and never begun holds people's hashes: it goes after a week. */
final readonly class ForgetImports implements Forgets
{
    public function __construct(private Imports $imports)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        return [
            'import files' => $this->imports->discardForgotten($now->modify('-7 days')),
            'import files without an import' => $this->imports->removeOrphans($now->modify('-1 hour')),
        ];
    }
}
