<?php

declare(strict_types=1);

namespace Kennel\Core\Rehearsals;

/** What somebody goes through on an app, step by step. */
final readonly class Journey
{
    /** @param  list<Step>  $steps */
    public function __construct(public string $title, public string $app, public array $steps, public string $about = '')
    {
    }
}
