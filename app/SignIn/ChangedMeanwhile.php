<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

/** The account is not as it was when its password was verified. */
final class ChangedMeanwhile extends \RuntimeException
{
}
