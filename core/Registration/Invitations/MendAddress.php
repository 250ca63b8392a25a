<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;

/** What was probably meant by a text that is no address. Offered, never taken by itself. */
final class MendAddress
{
    public static function of(string $typed): ?string
    {
        $mended = preg_replace(
            ['/^\s*mailto:/i', '/^[\s<("\'“„«]+|[\s>)"\'”“»,;:.!]+$/u', '/\s*(?:@\s*)+/u', '/\s*[(\[]at[)\]]\s*/i', '/,(?=[a-z]{2,}$)/i', '/\.{2,}/', '/\s+/u'],
            ['', '', '@', '@', '.', '.', ''],
            mb_scrub($typed),
        ) ?? '';
        if ($mended === $typed) {
            return null;
        }
        try {
            return EmailAddress::parse($mended)->display();
        } catch (Refused) {
            return null;
        }
    }
}
