<?php

declare(strict_types=1);

namespace Kennel\App\Providers;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Platform\Keys\Reseals;

/** The secrets that providers gave us. */
final readonly class ResealProviderSecrets implements Reseals
{
    public function sealedRecords(): Builder
    {
        return ProviderSecret::query();
    }

    public function sealedColumn(): string
    {
        return 'sealed';
    }
}
