<?php

declare(strict_types=1);

namespace Kennel\Bench;

/** One line of the bench: a name, a ratio, its bound, and whether it holds. */
final readonly class Figure
{
    private function __construct(public string $name, public float $measured, private float $bound, private bool $atLeast, private string $unit)
    {
    }

    public static function atLeast(string $name, float $measured, float $bound): self
    {
        return new self($name, $measured, $bound, true, '');
    }

    public static function atMost(string $name, float $measured, float $bound, string $unit = ''): self
    {
        return new self($name, $measured, $bound, false, $unit);
    }

    public function holds(): bool
    {
        return $this->atLeast ? $this->measured >= $this->bound : $this->measured <= $this->bound;
    }

    public function line(): string
    {
        return sprintf('%-34s %8.2f%s   %s %.2f   %s', $this->name, $this->measured, $this->unit, $this->atLeast ? '≥' : '≤', $this->bound, $this->holds() ? 'holds' : 'short');
    }

    /** @param  non-empty-list<float>  $values */
    public static function median(array $values): float
    {
        sort($values);

        return $values[intdiv(count($values), 2)];
    }
}
