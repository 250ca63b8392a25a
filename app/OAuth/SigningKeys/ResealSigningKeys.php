<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\SigningKeys;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Keys\Reseals;

/** The private halves of the keys that sign; of one that was withdrawn there is none. */
final readonly class ResealSigningKeys implements Reseals
{
    public function sealedRecords(): Builder
    {
        return SigningKey::query()->where('sealed', '<>', '');
    }

    public function sealedColumn(): string
    {
        return 'sealed';
    }
}
