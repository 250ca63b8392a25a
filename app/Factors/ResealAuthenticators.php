<?php

declare(strict_types=1);

namespace Kennel\App\Factors;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Platform\Keys\Reseals;

/** The secrets of authenticator apps. */
final readonly class ResealAuthenticators implements Reseals
{
    public function sealedRecords(): Builder
    {
        return Authenticator::query();
    }

    public function sealedColumn(): string
    {
        return 'sealed';
    }
}
