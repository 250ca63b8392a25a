<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Metadata;

use Kennel\Core\Directory\Fields\SortKey;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/**
 * One JSON object (RFC 8259) of free metadata. Objects are \stdClass inside, so that {} and [] stay what they are.
 */
final readonly class MetadataDocument
{
    /** In bytes, as it is stored. */
    public const LARGEST = 16_384;

    /** Objects and arrays within each other; the document itself is the first. */
    public const DEEPEST = 8;

    private const FLAGS = JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION;

    private function __construct(private \stdClass $values)
    {
    }

    public static function nothing(): self
    {
        return new self(new \stdClass);
    }

    /** @throws Refused for what is no JSON object, too large, too deep, or has a number that would lose digits */
    public static function parse(string $json): self
    {
        return self::of(self::decode($json));
    }

    /** As it was stored: judged before. */
    public static function stored(string $json): self
    {
        $values = json_decode($json, false, self::DEEPEST + 1, JSON_THROW_ON_ERROR);

        return new self($values instanceof \stdClass ? $values : new \stdClass);
    }

    /** @throws Refused for a document that is no JSON, or would become too large or too deep */
    public function patched(string $mergePatch): self
    {
        return self::of(MergePatch::apply($this->values, self::decode($mergePatch)));
    }

    /**
     * With one value written at a path, as leaves() names it; null takes it away.
     *
     * @throws Refused when it would become too large or too deep
     */
    public function with(string $path, mixed $value): self
    {
        $patch = $value;
        foreach (array_reverse(self::keys($path)) as $key) {
            if (str_starts_with($key, "\0")) {
                throw new Refused(new Reason('metadata.key'));
            }
            $patch = (object) [$key => $patch];
        }

        return self::of(MergePatch::apply($this->values, $patch));
    }

    /** The value at a path, as leaves() names it; null where there is none. */
    public function at(string $path): mixed
    {
        $value = $this->values;
        foreach (self::keys($path) as $key) {
            $value = $value instanceof \stdClass ? get_object_vars($value)[$key] ?? null : null;
        }

        return $value;
    }

    /** The key of the document itself that a path, as leaves() names it, is below. */
    public static function topKey(string $path): string
    {
        return self::keys($path)[0] ?? $path;
    }

    /** @param  string  $key  of the document itself */
    public static function pathOf(string $key): string
    {
        return self::below('', $key);
    }

    /** @return list<string> of the document itself */
    public function topKeys(): array
    {
        return array_map(strval(...), array_keys(get_object_vars($this->values)));
    }

    /** @param  \Closure(string): bool  $which  of the keys of the document itself */
    public function only(\Closure $which): self
    {
        return new self((object) array_filter(get_object_vars($this->values), static fn (string|int $key): bool => $which((string) $key), ARRAY_FILTER_USE_KEY));
    }

    /**
     * With what another document has beside it; of keys that both have, this one's stand.
     *
     * @throws Refused when it would become too large
     */
    public function beside(self $other): self
    {
        return self::of((object) (get_object_vars($this->values) + get_object_vars($other->values)));
    }

    public function isEmpty(): bool
    {
        return get_object_vars($this->values) === [];
    }

    public function toJson(): string
    {
        return json_encode($this->values, self::FLAGS);
    }

    /** @return \stdClass for an answer */
    public function values(): \stdClass
    {
        return $this->values;
    }

    /**
     * What it can be found by: every value that holds no others, by its keys joined with dots. A dot within a key has a backslash before it;
     * the elements of an array share the array's path.
     *
     * @return list<array{path: string, value: string, sort_key: string}> "value" is JSON
     */
    public function leaves(): array
    {
        $leaves = [];
        self::walk($this->values, '', static function (string $path, mixed $value) use (&$leaves): void {
            $isComparable = is_bool($value) || is_int($value) || is_float($value) || is_string($value);
            $leaves[] = ['path' => $path, 'value' => json_encode($value, self::FLAGS), 'sort_key' => $isComparable ? SortKey::of($value) : ''];
        });

        return $leaves;
    }

    /**
     * What differs in another document, by path; whole arrays are compared.
     *
     * @return array<string, array{before: mixed, after: mixed}> null for what is not there
     */
    public function differences(self $after): array
    {
        $differences = [];
        self::compare($this->values, $after->values, '', $differences);

        return $differences;
    }

    /** @throws Refused */
    private static function of(mixed $values): self
    {
        if (! $values instanceof \stdClass) {
            throw new Refused(new Reason('metadata.not_object'));
        }
        self::refuseOdd($values, 1);
        $document = new self($values);
        $bytes = strlen($document->toJson());
        if ($bytes > self::LARGEST) {
            throw new Refused(new Reason('metadata.too_large', parameters: ['bytes' => $bytes, 'maximum' => self::LARGEST]));
        }

        return $document;
    }

    /** @throws Refused */
    private static function decode(string $json): mixed
    {
        if (strlen($json) > 4 * self::LARGEST) {
            throw new Refused(new Reason('metadata.too_large', parameters: ['bytes' => strlen($json), 'maximum' => self::LARGEST]));
        }
        try {
            return json_decode($json, false, 4 * self::DEEPEST, JSON_THROW_ON_ERROR);
        } catch (\JsonException $error) {
            throw new Refused(new Reason(match ($error->getCode()) {
                JSON_ERROR_DEPTH => 'metadata.too_deep',
                JSON_ERROR_INVALID_PROPERTY_NAME => 'metadata.key',
                default => 'metadata.not_json',
            }, parameters: ['maximum' => self::DEEPEST]));
        }
    }

    /** @throws Refused */
    private static function refuseOdd(mixed $value, int $depth): void
    {
        // Digits beyond what a double holds are gone once they are decoded, so such a number cannot be told from a near one.
        if (is_float($value) && (is_infinite($value) || abs($value) >= 2 ** 63)) {
            throw new Refused(new Reason('metadata.number'));
        }
        if (! $value instanceof \stdClass && ! is_array($value)) {
            return;
        }
        if ($depth > self::DEEPEST) {
            throw new Refused(new Reason('metadata.too_deep', parameters: ['maximum' => self::DEEPEST]));
        }
        foreach ($value instanceof \stdClass ? get_object_vars($value) : $value as $one) {
            self::refuseOdd($one, $depth + 1);
        }
    }

    /** @param  \Closure(string, mixed): void  $visit */
    private static function walk(mixed $value, string $path, \Closure $visit): void
    {
        if ($value instanceof \stdClass) {
            foreach (get_object_vars($value) as $key => $one) {
                self::walk($one, self::below($path, (string) $key), $visit);
            }
        } elseif (is_array($value)) {
            foreach ($value as $one) {
                self::walk($one, $path, $visit);
            }
        } else {
            $visit($path, $value);
        }
    }

    /** @param  array<string, array{before: mixed, after: mixed}>  $differences */
    private static function compare(\stdClass $before, \stdClass $after, string $path, array &$differences): void
    {
        [$was, $is] = [get_object_vars($before), get_object_vars($after)];
        foreach (array_keys($was + $is) as $key) {
            [$old, $new] = [$was[$key] ?? null, $is[$key] ?? null];
            $here = self::below($path, (string) $key);
            if ($old instanceof \stdClass && $new instanceof \stdClass) {
                self::compare($old, $new, $here, $differences);
            } elseif (json_encode($old, self::FLAGS) !== json_encode($new, self::FLAGS) || array_key_exists($key, $was) !== array_key_exists($key, $is)) {
                $differences[$here] = ['before' => $old, 'after' => $new];
            }
        }
    }

    private static function below(string $path, string $key): string
    {
        $escaped = str_replace(['\\', '.'], ['\\\\', '\\.'], $key);

        return $path === '' ? $escaped : "{$path}.{$escaped}";
    }

    /** @return list<string> the keys of a path */
    private static function keys(string $path): array
    {
        preg_match_all('/(?:^|\.)((?:[^\\\\.]|\\\\.)*)/s', $path, $found);

        return array_map(static fn (string $key): string => (string) preg_replace('/\\\\(.)/s', '$1', $key), $found[1]);
    }
}
