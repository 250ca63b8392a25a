<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Bulk;

/** What an act upon many changes of one account: the part of its record that is concerned, before and after. Turned around it is the undoing. */
final readonly class Change
{
    /**
     * @param  array<string, mixed>  $before  as the trail is told, and as the work writes it
     * @param  array<string, mixed>  $after  of the same keys
     */
    public function __construct(public array $before, public array $after)
    {
    }

    public function undone(): self
    {
        return new self($this->after, $this->before);
    }
}
