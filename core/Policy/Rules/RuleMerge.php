<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rules;

/**
 * Two changes of one rule book, put together rule by rule (a three-way merge). Lists of objects are matched by their keys, as RuleDiff
 * does it; other lists are taken whole.
 */
final class RuleMerge
{
    /** @var list<string> */
    private array $found = [];

    /**
     * @param  array<string, mixed>  $document
     * @param  list<string>  $conflicts  paths of rules that both changed, each to something else; the first one's value stands
     */
    private function __construct(public array $document = [], public array $conflicts = [])
    {
    }

    /**
     * @param  array<string, mixed>  $base  what both began with
     * @param  array<string, mixed>  $ours  counts where both changed the same rule
     * @param  array<string, mixed>  $theirs
     */
    public static function of(array $base, array $ours, array $theirs): self
    {
        $merge = new self;
        /** @var array<string, mixed> $document */
        $document = $merge->objects($base, $ours, $theirs, '');

        return new self($document, $merge->found);
    }

    private function value(mixed $base, mixed $ours, mixed $theirs, string $path): mixed
    {
        if ($ours === $base || $ours === $theirs) {
            return $theirs;
        }
        if ($theirs === $base) {
            return $ours;
        }
        if (RuleDiff::isObject($base) && RuleDiff::isObject($ours) && RuleDiff::isObject($theirs)) {
            return $this->objects($base, $ours, $theirs, $path);
        }
        if (RuleDiff::isKeyed($base) && RuleDiff::isKeyed($ours) && RuleDiff::isKeyed($theirs)) {
            return array_values($this->objects(self::byKey($base), self::byKey($ours), self::byKey($theirs), $path));
        }
        $this->found[] = $path;

        return $ours;
    }

    /**
     * @param  array<array-key, mixed>  $base
     * @param  array<array-key, mixed>  $ours
     * @param  array<array-key, mixed>  $theirs
     * @return array<array-key, mixed> in our order, what only they have behind it
     */
    private function objects(array $base, array $ours, array $theirs, string $path): array
    {
        $merged = [];
        foreach (array_keys($ours + $theirs) as $key) {
            $value = $this->value($base[$key] ?? null, $ours[$key] ?? null, $theirs[$key] ?? null, $path === '' ? (string) $key : "{$path}.{$key}");
            // What the one took away and the other left alone is gone; a rule that is null on purpose is in one of them.
            if ($value !== null || (array_key_exists($key, $ours) && array_key_exists($key, $theirs))) {
                $merged[$key] = $value;
            }
        }

        return $merged;
    }

    /**
     * @param  list<array{key: string}>  $list
     * @return array<string, mixed>
     */
    private static function byKey(array $list): array
    {
        $byKey = [];
        foreach ($list as $object) {
            $byKey[$object['key']] = $object;
        }

        return $byKey;
    }
}
