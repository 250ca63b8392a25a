<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Keys\Reseals;

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
