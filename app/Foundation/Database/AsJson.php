<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Database;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;
use Kennel\Core\Foundation\Documents\StoredJson;

/**
 * A column of JSON, written so that it can be read by people. "array" for what the code reads; "object" for what goes out as it came in,
 * where {} must not become [].
 *
 * @implements CastsAttributes<mixed, mixed>
 */
final readonly class AsJson implements CastsAttributes
{
    public const ARRAY = self::class.':array';

    public const OBJECT = self::class.':object';

    /** @param  'array'|'object'  $form */
    public function __construct(private string $form)
    {
    }

    /** @param  array<string, mixed>  $attributes */
    public function get(Model $model, string $key, mixed $value, array $attributes): mixed
    {
        return match (true) {
            ! is_string($value) => null,
            $this->form === 'array' => json_decode($value, true, flags: JSON_THROW_ON_ERROR),
            default => StoredJson::decode($value),
        };
    }

    /** @param  array<string, mixed>  $attributes */
    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        return self::encode($this->form === 'object' && $value === [] ? (object) [] : $value);
    }

    public static function encode(mixed $value): string
    {
        return StoredJson::encode($value);
    }
}
