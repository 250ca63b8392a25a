<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

/** Signed by a key that is not among those we know: the provider may have changed its keys since they were read. */
final class UnknownKey extends \RuntimeException
{
}
