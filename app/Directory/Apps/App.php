<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Apps;

use Kennel\Core\Directory\Apps\AppRules;

/** A registered app, and what the rule book says of it. */
final readonly class App
{
    public function __construct(
        public string $key,
        public string $kind,
        public string $summary,
        public AppRules $rules,
    ) {
    }

    public function name(): string
    {
        return $this->rules->look->name;
    }
}
