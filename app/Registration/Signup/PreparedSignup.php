<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Kennel\Core\Registration\Signup\SignupVerdict;

/** A sign-up that was decided and whose password is hashed; nothing is written yet. */
final readonly class PreparedSignup
{
    /** @param  string  $hash  "" when it was refused */
    public function __construct(public SignupVerdict $verdict, #[\SensitiveParameter] public string $hash)
    {
    }
}
