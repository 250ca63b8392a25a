<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

/** The passwords that are tried first. */
interface Blocklist
{
    /** @param  string  $folded  case-folded and NFC */
    public function contains(#[\SensitiveParameter] string $folded): bool;

    /** @return int how many there are */
    public function size(): int;
}
