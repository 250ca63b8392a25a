<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Verification;

use Kennel\Core\Credentials\Challenges\Code;
use Kennel\Core\Foundation\Text\EmailAddress;

/** A code, and the address whose message it stood in. */
final readonly class TypedCode
{
    public function __construct(public EmailAddress $email, public Code $code)
    {
    }
}
