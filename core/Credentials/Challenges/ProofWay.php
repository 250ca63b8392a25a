<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Challenges;

/** What a message carries that verifies an address. */
enum ProofWay: string
{
    case Link = 'link';
    case Code = 'code';
    case Both = 'both';

    public function hasLink(): bool
    {
        return $this !== self::Code;
    }

    public function hasCode(): bool
    {
        return $this !== self::Link;
    }
}
