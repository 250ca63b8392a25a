<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Kennel\App\Foundation\Refusals\Refusal;

/** Which versions of a record its editor has seen: an act looks again, inside its transaction, whether it is still one of them. */
final readonly class SeenVersion
{
    /** @param  list<int>|null  $versions  null for whoever changes it whatever it is */
    private function __construct(private ?array $versions)
    {
    }

    public static function any(): self
    {
        return new self(null);
    }

    public static function of(int ...$versions): self
    {
        return new self(array_values($versions));
    }

    /** @throws Refusal when the record has moved on */
    public function require(int $version): void
    {
        if ($this->versions !== null && ! in_array($version, $this->versions, true)) {
            throw Refusal::changedMeanwhile();
        }
    }
}
