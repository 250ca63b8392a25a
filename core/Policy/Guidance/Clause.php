<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Guidance;

/** One clause of a published guidance, and how the rules stand to it. The words are added at the edge (lang/en/guidance.php). */
final readonly class Clause
{
    /**
     * @param  string  $code  such as "nist_4.length"
     * @param  array<string, int|string>  $parameters  figures for the words
     * @param  array<string, int|string|bool>  $change  what would meet it, by the rules' paths; empty where no rule could
     */
    public function __construct(public string $code, public Stands $stands, public array $parameters = [], public array $change = [])
    {
    }
}
