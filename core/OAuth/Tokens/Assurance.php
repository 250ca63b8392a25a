<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

use Kennel\Core\Foundation\Identity\Proof;

/** How sure a session is of its person, as acr says it: the levels of NIST SP 800-63B by their short names (common practice). */
enum Assurance: string
{
    /** One factor. */
    case One = 'aal1';
    /** Two, or a passkey that verified its holder, which is two in one. */
    case Two = 'aal2';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }

    public static function of(Proof $proof): self
    {
        return $proof->first === 'passkey' || count($proof->methods()) > 1 ? self::Two : self::One;
    }

    public function suffices(self $asked): bool
    {
        return $this === self::Two || $asked === self::One;
    }
}
