<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** What a browser or authenticator said is not what it has to be; the message says what, for who develops, and nothing of an account. */
final class PasskeyRefused extends \RuntimeException
{
}
