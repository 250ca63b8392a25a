<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Installation;

/** What an installation did, and what was there already. */
final readonly class Installed
{
    /**
     * @param  list<string>  $made  of roles, app, rules, keeper
     * @param  list<string>  $kept
     * @param  string|null  $link  by which the keeper sets a password; shown once
     */
    public function __construct(public array $made, public array $kept, #[\SensitiveParameter] public ?string $link)
    {
    }
}
