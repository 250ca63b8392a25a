<?php

declare(strict_types=1);

namespace Kennel\App\Verification;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Challenges\Code;

/** A code, and the address whose message it stood in. */
final readonly class TypedCode
{
    public function __construct(public EmailAddress $email, public Code $code)
    {
    }
}
