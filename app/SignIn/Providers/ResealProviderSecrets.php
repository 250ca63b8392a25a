<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Keys\Reseals;

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
