<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

/** The message may not go out today. */
final class AllowanceUsedUp extends \RuntimeException
{
    public function __construct(public readonly Message $waiting, public readonly \DateTimeImmutable $until)
    {
        parent::__construct('The allowance is used up.');
    }
}
