<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Database;

use Illuminate\Database\Eloquent\Model;

/**
 * A row. Each table has one model, in the folder of the capability that owns it, and nobody else names it in a query.
 *
 * Moments are read as the text they are kept as (see Moment). What is written was decided before: nothing is filled from a request.
 */
abstract class Record extends Model
{
    public $timestamps = false;

    protected $guarded = [];
}
