<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

use Kennel\Core\Foundation\Permissions\PermissionSet;

/** An audience, and of an operator what they may. */
final readonly class Recipient
{
    private function __construct(public Audience $audience, public PermissionSet $permissions)
    {
    }

    public static function operator(PermissionSet $permissions): self
    {
        return new self(Audience::operators(), $permissions);
    }

    /** Of operators, one who may nothing. */
    public static function of(Audience $audience): self
    {
        return new self($audience, new PermissionSet);
    }
}
