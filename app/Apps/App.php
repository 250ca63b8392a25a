<?php

declare(strict_types=1);

namespace Kennel\App\Apps;

use Kennel\Core\Signup\Admission;

final readonly class App
{
    public function __construct(
        public string $key,
        public string $name,
        public string $kind,
        public string $summary,
        public string $colour,
        public Admission $admission,
    ) {
    }
}
