<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** A wrappable scheme matches when the digest comes out the same. */
trait ComparesDigests
{
    public function matches(#[\SensitiveParameter] string $password, string $stored): bool
    {
        ['settings' => $settings, 'digest' => $digest] = $this->split($stored);

        return hash_equals($digest, $this->digest($password, $settings));
    }
}
