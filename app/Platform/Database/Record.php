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

    /** By name alone. The framework's own also reads the attributes of every method a model has, which costs 0.3 ms a model and request. */
    protected static function bootTraits(): void
    {
        static::$traitInitializers[static::class] = [];
        foreach (class_uses_recursive(static::class) as $trait) {
            $name = class_basename($trait);
            if (method_exists(static::class, "boot{$name}")) {
                static::{"boot{$name}"}();
            }
            if (method_exists(static::class, "initialize{$name}")) {
                static::$traitInitializers[static::class][] = "initialize{$name}";
            }
        }
    }
}
