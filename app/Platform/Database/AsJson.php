<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Database;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

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
        return is_string($value) ? json_decode($value, $this->form === 'array', flags: JSON_THROW_ON_ERROR) : null;
    }

    /** @param  array<string, mixed>  $attributes */
    public function set(Model $model, string $key, mixed $value, array $attributes): string
    {
        return self::encode($this->form === 'object' && $value === [] ? (object) [] : $value);
    }

    public static function encode(mixed $value): string
    {
        return json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_INVALID_UTF8_SUBSTITUTE);
    }
}
