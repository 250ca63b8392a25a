<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Metadata;

/** JSON Merge Patch (RFC 7396 §2): writing one key keeps the others, null takes one away. Objects are \stdClass, arrays are lists. */
final class MergePatch
{
    public static function apply(mixed $target, mixed $patch): mixed
    {
        if (! $patch instanceof \stdClass) {
            return $patch;
        }
        // A copy: the document that was read stays as it is, for the comparison with what becomes of it.
        $merged = $target instanceof \stdClass ? clone $target : new \stdClass;
        foreach (get_object_vars($patch) as $key => $value) {
            if ($value === null) {
                unset($merged->{$key});
            } else {
                $merged->{$key} = self::apply($merged->{$key} ?? null, $value);
            }
        }

        return $merged;
    }
}
