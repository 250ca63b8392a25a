<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

/** One request on the way to tokens, with what it carried, what came of it, and what was written down meanwhile. */
final readonly class Hop
{
    /**
     * @param  string  $key  which of them it is, such as "exchange"
     * @param  'app'|'browser'  $who  whose request it is
     * @param  array<string, string>  $sent  parameters by name
     * @param  mixed  $answered  the body, by JSON; null where there is none
     * @param  list<array{name: string, header: array<array-key, mixed>, claims: array<array-key, mixed>}>  $decoded  the signed tokens among what it carried and was answered
     * @param  list<array{lane: string, label: string, content: mixed}>  $caused
     */
    public function __construct(
        public string $key,
        public string $who,
        public string $method,
        public string $path,
        public array $sent,
        public \DateTimeImmutable $at,
        public int $status,
        public ?string $location,
        public mixed $answered,
        public array $decoded,
        public array $caused,
    ) {
    }
}
