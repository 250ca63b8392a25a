<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Kennel\Core\Policy\Rehearsals\Outcome;

/** What a door of a world answered. */
final readonly class Answer
{
    /** @param  array<string, string>  $headers  by their small names, without cookies */
    public function __construct(public int $status, public array $headers, public string $body)
    {
    }

    public function isSuccessful(): bool
    {
        return $this->status >= 200 && $this->status < 300;
    }

    /** @return array<array-key, mixed> */
    public function json(): array
    {
        $read = json_decode($this->body, true);

        return is_array($read) ? $read : [];
    }

    public function outcome(): Outcome
    {
        $said = $this->json();
        $reasons = is_array($said['reasons'] ?? null) ? array_values($said['reasons']) : [];
        $first = is_array($reasons[0] ?? null) ? $reasons[0]['code'] ?? null : null;
        $code = $first ?? $said['code'] ?? $said['needs'] ?? $said['state'] ?? null;

        return new Outcome($this->status, is_string($code) ? $code : null);
    }
}
