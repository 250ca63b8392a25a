<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Mail;

/** What was handed in as a bounce report is none. */
final class UnreadableBounce extends \DomainException
{
    /** @param  string  $reason  its code */
    public function __construct(public readonly string $reason)
    {
        parent::__construct($reason);
    }
}
