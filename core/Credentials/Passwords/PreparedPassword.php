<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\Unicode;

/**
 * A password as it is hashed and compared: RFC 8265 §4.2.2 (OpaqueString), so that the same password typed on another keyboard is
 * the same bytes. Other spaces become U+0020, then NFC; case and width stay as typed.
 */
final readonly class PreparedPassword
{
    private function __construct(public Secret $secret, public int $length)
    {
    }

    /** @throws Refused with password.required or password.characters */
    public static function from(Secret $typed): self
    {
        $text = $typed->reveal();
        if ($text === '') {
            throw new Refused(new Reason('password.required', 'password'));
        }
        if (! mb_check_encoding($text, 'UTF-8') || preg_match('/[\p{Cc}\p{Cs}\p{Cn}]/u', $text) === 1) {
            throw new Refused(new Reason('password.characters', 'password'));
        }
        $spaced = preg_replace('/\p{Zs}/u', ' ', $text) ?? $text;
        $normal = Unicode::nfc($spaced);
        if ($normal === null) {
            throw new Refused(new Reason('password.characters', 'password'));
        }

        return new self(new Secret($normal), mb_strlen($normal));
    }
}
