<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\Transforms\Transform;

/** A column of the file, what it becomes, and what is done to each cell on the way. */
final readonly class ImportColumn
{
    /**
     * @param  list<Transform>  $transforms  in their order
     * @param  bool  $leavesOut  a value that does not fit is left out, instead of its row
     */
    public function __construct(public string $from, public string $to, public array $transforms = [], public bool $leavesOut = false)
    {
    }

    /** @return array{from: string, to: string, transforms: list<array<string, mixed>>, leaves_out: bool} */
    public function toArray(): array
    {
        return [
            'from' => $this->from,
            'to' => $this->to,
            'transforms' => array_map(static fn (Transform $transform): array => $transform->toArray(), $this->transforms),
            'leaves_out' => $this->leavesOut,
        ];
    }
}
