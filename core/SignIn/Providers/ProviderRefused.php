<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

/** What a provider sent is not what the standard asks for. Told to operators in words; to whoever signs in, that it did not work. */
final class ProviderRefused extends \RuntimeException
{
}
