<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;

/** Whoever presses a link that proves an address, or types the code of its message, and what they show. */
final readonly class Presser
{
    /**
     * @param  Token|null  $browser  the mark of the browser it is pressed in
     * @param  Secret|null  $password  the one of the sign-up, typed
     * @param  Secret|null  $newPassword  to begin anew
     * @param  string|null  $name  asked for with a new password
     * @param  TypedCode|null  $typed  in the place of the token
     */
    public function __construct(
        public string $token,
        public ?Token $browser,
        public ?Secret $password = null,
        public ?Secret $newPassword = null,
        public ?string $name = null,
        public ?TypedCode $typed = null,
    ) {
    }
}
