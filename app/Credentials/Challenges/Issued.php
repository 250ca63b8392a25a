<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Challenges;

use Kennel\Core\Credentials\Challenges\Code;
use Kennel\Core\Foundation\Secrets\Token;

/** What a challenge was sent with: neither can be had again. */
final readonly class Issued
{
    public function __construct(public Token $token, public ?Code $code)
    {
    }
}
