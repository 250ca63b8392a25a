<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Keys;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Database\Record;

/** A capability that keeps sealed values says here which, so that a rotation of keys reaches all of them. */
interface Reseals
{
    /** @return Builder<covariant Record> the records that have one */
    public function sealedRecords(): Builder;

    /** The column it is in. */
    public function sealedColumn(): string;
}
