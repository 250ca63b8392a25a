<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Documents;

/**
 * Reads one object of the rule book strictly: every key is known, every value has its type, and a mistake is named by its path.
 * What it was asked for is also the object's JSON Schema, so that reading and describing cannot disagree.
 */
final class Document
{
    /** @var array<string, array<string, mixed>> the schema of each key that was asked for */
    private array $properties = [];

    /** @var array<string, \Closure(): array<string, mixed>> the schemas that are made only when they are asked for */
    private array $described = [];

    /** @var array<string, self> */
    private array $sections = [];

    /** @param  array<array-key, mixed>  $values */
    public function __construct(private readonly array $values, private readonly string $path = '')
    {
    }

    /** @throws InvalidRuleBook */
    public function section(string $key, string $about): self
    {
        $value = $this->value($key, ['description' => $about]);
        if (! is_array($value)) {
            throw new InvalidRuleBook($this->at($key).': must be an object');
        }

        return $this->sections[$key] = new self($value, $this->at($key));
    }

    /** @throws InvalidRuleBook */
    public function integer(string $key, int $minimum, int $maximum, string $about): int
    {
        $value = $this->value($key, ['type' => 'integer', 'minimum' => $minimum, 'maximum' => $maximum, 'description' => $about]);
        if (! is_int($value) || $value < $minimum || $value > $maximum) {
            throw new InvalidRuleBook($this->at($key).": must be a whole number from {$minimum} to {$maximum}");
        }

        return $value;
    }

    /** @throws InvalidRuleBook */
    public function boolean(string $key, string $about): bool
    {
        $value = $this->value($key, ['type' => 'boolean', 'description' => $about]);
        if (! is_bool($value)) {
            throw new InvalidRuleBook($this->at($key).': must be true or false');
        }

        return $value;
    }

    /** @throws InvalidRuleBook */
    public function duration(string $key, string $about, bool $mayBeNothing = false): Duration
    {
        $value = $this->value($key, ['type' => 'string', 'pattern' => Duration::PATTERN, 'description' => $about]);
        if (! is_string($value)) {
            throw new InvalidRuleBook($this->at($key).': must be an ISO 8601 duration such as "PT24H"');
        }
        try {
            return $mayBeNothing && preg_match('/^P(T0S|0D)$/D', $value) === 1 ? Duration::nothing() : Duration::parse($value);
        } catch (\InvalidArgumentException $error) {
            throw new InvalidRuleBook($this->at($key).': '.$error->getMessage(), previous: $error);
        }
    }

    /**
     * @return list<string>
     *
     * @throws InvalidRuleBook
     */
    public function strings(string $key, string $about): array
    {
        $value = $this->value($key, ['type' => 'array', 'items' => ['type' => 'string'], 'description' => $about]);
        if (! is_array($value) || ! array_is_list($value)) {
            throw new InvalidRuleBook($this->at($key).': must be a list of strings');
        }
        $strings = [];
        foreach ($value as $index => $item) {
            if (! is_string($item)) {
                throw new InvalidRuleBook($this->at($key).".{$index}: must be a string");
            }
            $strings[] = $item;
        }

        return $strings;
    }

    /** @throws InvalidRuleBook */
    public function text(string $key, int $maximum, string $about, string $pattern = ''): string
    {
        $schema = ['type' => 'string', 'maxLength' => $maximum, 'description' => $about];
        $value = $this->value($key, $pattern === '' ? $schema : [...$schema, 'pattern' => $pattern]);
        if (! is_string($value) || mb_strlen($value) > $maximum) {
            throw new InvalidRuleBook($this->at($key).": must be a text of at most {$maximum} characters");
        }
        if ($pattern !== '' && preg_match("\x01{$pattern}\x01Du", $value) !== 1) {
            throw new InvalidRuleBook($this->at($key).': '.($pattern === '\S' ? 'must not be empty' : "must look like {$pattern} ({$about})"));
        }

        return $value;
    }

    /**
     * @param  non-empty-list<string>  $choices
     *
     * @throws InvalidRuleBook
     */
    public function choice(string $key, array $choices, string $about): string
    {
        $value = $this->value($key, ['enum' => $choices, 'description' => $about]);
        if (! in_array($value, $choices, true)) {
            throw new InvalidRuleBook($this->at($key).': must be one of '.implode(', ', $choices));
        }

        return $value;
    }

    /** @throws InvalidRuleBook */
    public function number(string $key, string $about): int|float|null
    {
        $value = $this->value($key, ['type' => ['number', 'null'], 'description' => $about]);
        if ($value !== null && ! is_int($value) && ! is_float($value)) {
            throw new InvalidRuleBook($this->at($key).': must be a number or null');
        }

        return $value;
    }

    /**
     * A list of objects that are told apart by their "key".
     *
     * @template T
     *
     * @param  array<string, mixed>  $example  a valid object, so that an empty list has a schema too
     * @param  \Closure(self): T  $read
     * @return array<string, T> by key, in the list's order
     *
     * @throws InvalidRuleBook
     */
    public function keyed(string $key, array $example, \Closure $read, string $about): array
    {
        $value = $this->value($key, []);
        // Described only when somebody asks: most requests read rules and want no schema.
        $this->described[$key] = static function () use ($example, $read, $about): array {
            $described = new self($example);
            $read($described);

            return ['type' => 'array', 'items' => $described->schema(), 'description' => $about];
        };
        if (! is_array($value) || ! array_is_list($value)) {
            throw new InvalidRuleBook($this->at($key).': must be a list of objects');
        }
        $objects = [];
        foreach ($value as $index => $item) {
            $itemKey = is_array($item) ? $item['key'] ?? null : null;
            if (! is_array($item) || ! is_string($itemKey)) {
                throw new InvalidRuleBook($this->at($key).".{$index}: must be an object with a key");
            }
            if (isset($objects[$itemKey])) {
                throw new InvalidRuleBook($this->at($key).".{$itemKey}: is there twice");
            }
            $objects[$itemKey] = $read(new self($item, $this->at($key).".{$itemKey}"));
        }

        return $objects;
    }

    /** For a rule that compares several keys: the mistake, at one of them. */
    public function mistake(string $key, string $what): InvalidRuleBook
    {
        return new InvalidRuleBook($this->at($key).": {$what}");
    }

    /**
     * Called last, so that a misspelt key is an error instead of a rule that silently does nothing.
     *
     * @throws InvalidRuleBook
     */
    public function nothingElse(): void
    {
        foreach (array_keys($this->values) as $key) {
            if (! isset($this->properties[(string) $key])) {
                throw new InvalidRuleBook($this->at((string) $key).': is not a rule');
            }
        }
    }

    /** @return array<string, mixed> JSON Schema (2020-12) of what has been asked for */
    public function schema(): array
    {
        $properties = $this->properties;
        foreach ($this->described as $key => $describe) {
            $properties[$key] = $describe();
        }
        foreach ($this->sections as $key => $section) {
            $properties[$key] = [...$section->schema(), ...$properties[$key]];
        }

        return ['type' => 'object', 'properties' => $properties, 'required' => array_keys($properties), 'additionalProperties' => false];
    }

    /** @param  array<string, mixed>  $schema */
    private function value(string $key, array $schema): mixed
    {
        $this->properties[$key] = $schema;
        if (! array_key_exists($key, $this->values)) {
            throw new InvalidRuleBook($this->at($key).': is missing');
        }

        return $this->values[$key];
    }

    private function at(string $key): string
    {
        return $this->path === '' ? $key : "{$this->path}.{$key}";
    }
}
