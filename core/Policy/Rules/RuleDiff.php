<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rules;

/**
 * What differs between two rule books, rule by rule. Lists of objects are matched by their keys, and a new order is a change of its
 * own; other lists are compared whole.
 */
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
            if ($old === $new) {
                continue;
            }
            if (self::isKeyed($old) && self::isKeyed($new)) {
                [$oldKeys, $newKeys] = [array_column($old, 'key'), array_column($new, 'key')];
                $changes += self::between(array_combine($oldKeys, $old), array_combine($newKeys, $new), $at);
                if (array_values(array_intersect($oldKeys, $newKeys)) !== array_values(array_intersect($newKeys, $oldKeys))) {
                    $changes["{$at}.(order)"] = ['before' => $oldKeys, 'after' => $newKeys];
                }
            } elseif (self::isObject($old) && self::isObject($new)) {
                $changes += self::between($old, $new, $at);
            } else {
                $changes[$at] = ['before' => $old, 'after' => $new];
            }
        }

        return $changes;
    }

    /** @phpstan-assert-if-true array<array-key, mixed> $value */
    public static function isObject(mixed $value): bool
    {
        return is_array($value) && ! array_is_list($value);
    }

    /** @phpstan-assert-if-true list<array{key: string}> $value */
    public static function isKeyed(mixed $value): bool
    {
        return is_array($value) && array_is_list($value) && count(array_filter($value, static fn (mixed $item): bool => is_array($item) && is_string($item['key'] ?? null))) === count($value);
    }
}
