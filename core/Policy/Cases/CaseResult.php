<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Cases;

final readonly class CaseResult
{
    /** @param  list<string>  $codes  what the verdict said; none means accepted */
    public function __construct(public array $codes, public bool $holds)
    {
    }
}
