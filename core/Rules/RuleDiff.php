<?php

declare(strict_types=1);

namespace Kennel\Core\Rules;

/** What differs between two rule books, rule by rule. Lists are compared whole: their order may matter. */
final class RuleDiff
{
    /**
     * @param  array<array-key, mixed>  $before
     * @param  array<array-key, mixed>  $after
     * @return array<string, array{before: mixed, after: mixed}> by path, such as "password.minimum"
     */
    public static function between(array $before, array $after, string $path = ''): array
    {
        $changes = [];
        foreach (array_keys($before + $after) as $key) {
            $at = $path === '' ? (string) $key : "{$path}.{$key}";
            $old = $before[$key] ?? null;
            $new = $after[$key] ?? null;
            if (self::isObject($old) && self::isObject($new)) {
                $changes += self::between($old, $new, $at);
            } elseif ($old !== $new) {
                $changes[$at] = ['before' => $old, 'after' => $new];
            }
        }

        return $changes;
    }

    /** @phpstan-assert-if-true array<array-key, mixed> $value */
    private static function isObject(mixed $value): bool
    {
        return is_array($value) && ! array_is_list($value);
    }
}
