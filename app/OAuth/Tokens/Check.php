<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

/** One thing that was looked at in something that was pasted. */
final readonly class Check
{
    /**
     * @param  string  $what  'signature', 'expires', … ; the words are in lang/en/tokens.php
     * @param  bool|null  $holds  null where it cannot be told from here
     * @param  string  $says  which of its words
     * @param  array<string, string>  $parameters
     */
    public function __construct(public string $what, public ?bool $holds, public string $says, public array $parameters = [])
    {
    }
}
