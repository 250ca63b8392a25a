<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

use Kennel\Core\Foundation\Reasons\Reason;

/** Every reason against the values, or the values as they are to be kept. */
final readonly class FieldVerdict
{
    /**
     * @param  list<Reason>  $reasons
     * @param  array<string, bool|int|float|string|list<string>|null>  $values  by key; null takes a value away
     */
    public function __construct(public array $reasons, public array $values)
    {
    }

    public function isAccepted(): bool
    {
        return $this->reasons === [];
    }
}
