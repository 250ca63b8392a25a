<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

/** What is stored, and what people read. Retired: kept where it is stored, offered to nobody. */
final readonly class Choice
{
    public function __construct(public string $value, public string $label, public bool $isRetired)
    {
    }
}
