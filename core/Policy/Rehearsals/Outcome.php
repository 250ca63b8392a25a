<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rehearsals;

/** What a step was answered with: the status, and the stable code of a refusal or of what it leads to. */
final readonly class Outcome
{
    /** @param  string|null  $code  of the problem, of its one reason, or what is needed next; null where it simply went well */
    public function __construct(public int $status, public ?string $code = null)
    {
    }

    /** @return array{status: int, code: string|null} */
    public function toArray(): array
    {
        return ['status' => $this->status, 'code' => $this->code];
    }
}
