<?php

declare(strict_types=1);

namespace Kennel\Core\Rules;

/**
 * Reads one object of the rule book strictly: every key is known, every value has its type, and a mistake is named by its path.
 */
final class Document
{
    /** @var list<string> */
    private array $read = [];

    /** @param  array<array-key, mixed>  $values */
    public function __construct(private readonly array $values, private readonly string $path = '')
    {
    }

    /** @throws InvalidRuleBook */
    public function section(string $key): self
    {
        $value = $this->value($key);
        if (! is_array($value)) {
            throw new InvalidRuleBook($this->at($key).': must be an object');
        }

        return new self($value, $this->at($key));
    }

    /** @throws InvalidRuleBook */
    public function integer(string $key, int $minimum, int $maximum): int
    {
        $value = $this->value($key);
        if (! is_int($value) || $value < $minimum || $value > $maximum) {
            throw new InvalidRuleBook($this->at($key).": must be a whole number from {$minimum} to {$maximum}");
        }

        return $value;
    }

    /** @throws InvalidRuleBook */
    public function boolean(string $key): bool
    {
        $value = $this->value($key);
        if (! is_bool($value)) {
            throw new InvalidRuleBook($this->at($key).': must be true or false');
        }

        return $value;
    }

    /** @throws InvalidRuleBook */
    public function duration(string $key): Duration
    {
        $value = $this->value($key);
        if (! is_string($value)) {
            throw new InvalidRuleBook($this->at($key).': must be an ISO 8601 duration such as "PT24H"');
        }
        try {
            return Duration::parse($value);
        } catch (\InvalidArgumentException $error) {
            throw new InvalidRuleBook($this->at($key).': '.$error->getMessage(), previous: $error);
        }
    }

    /**
     * @return list<string>
     *
     * @throws InvalidRuleBook
     */
    public function strings(string $key): array
    {
        $value = $this->value($key);
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

    /**
     * Called last, so that a misspelt key is an error instead of a rule that silently does nothing.
     *
     * @throws InvalidRuleBook
     */
    public function nothingElse(): void
    {
        foreach (array_keys($this->values) as $key) {
            if (! in_array((string) $key, $this->read, true)) {
                throw new InvalidRuleBook($this->at((string) $key).': is not a rule');
            }
        }
    }

    private function value(string $key): mixed
    {
        $this->read[] = $key;
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
