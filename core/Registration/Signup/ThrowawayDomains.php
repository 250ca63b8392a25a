<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Signup;

/** The domains that hand out mailboxes for ten minutes. */
interface ThrowawayDomains
{
    /** @param  string  $entry a domain in ASCII and lower case; with a leading dot, one that is listed with all its subdomains */
    public function lists(string $entry): bool;
}
