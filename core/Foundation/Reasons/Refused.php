<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Reasons;

/** Carries one reason out of a constructor that can't make its value. */
final class Refused extends \DomainException
{
    public function __construct(public readonly Reason $reason)
    {
        parent::__construct($reason->code);
    }
}
