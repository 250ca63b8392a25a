<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Cases;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Keys\Reseals;

/** The inputs of saved cases: each may hold a password. */
final readonly class ResealCases implements Reseals
{
    public function sealedRecords(): Builder
    {
        return SavedCase::query();
    }

    public function sealedColumn(): string
    {
        return 'sealed';
    }
}
