<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Database;

use Illuminate\Database\Eloquent\Model;

/**
 * A row. Each table has one model, in the folder of the capability that owns it, and nobody else names it in a query.
 *
 * Moments are read as the text they are kept as (see Moment). What is written was decided before: nothing is filled from a request.
 */
abstract class Record extends Model
{
    /** Traits of the framework's model that do nothing but look for attributes when it boots. */
    private const WITHOUT = ['HasEvents', 'HasGlobalScopes'];

    public $timestamps = false;

    public $incrementing = false;

    protected $keyType = 'string';

    protected $guarded = [];

    /**
     * By the names of its traits alone. The framework's own also looks for attributes, at every method a model has and for observers and
     * scopes, which costs 0.3 ms a model and request; there are none of either.
     */
    protected static function bootTraits(): void
    {
        static::$traitInitializers[static::class] = [];
        foreach (class_uses_recursive(static::class) as $trait) {
            $name = class_basename($trait);
            if (! in_array($name, self::WITHOUT, true) && method_exists(static::class, "boot{$name}")) {
                forward_static_call([static::class, "boot{$name}"]);
            }
            if (method_exists(static::class, "initialize{$name}")) {
                static::$traitInitializers[static::class][] = "initialize{$name}";
            }
        }
    }
}
