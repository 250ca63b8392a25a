<?php

declare(strict_types=1);

namespace Kennel\App\Authorization;

use Kennel\App\Foundation\AreaProvider;

/** Who holds which role. */
final class AuthorizationProvider extends AreaProvider
{
}
