<?php

declare(strict_types=1);

return [Kennel\App\KennelProvider::class, ...Kennel\App\Areas::PROVIDERS];
