<?php

declare(strict_types=1);

namespace Kennel\Core\Authorization;

/** Whether an account has a permission, and by which ways: those that reach it, and those that end before. */
final readonly class Decision
{
    public const ALLOWED = 'allowed';

    /**
     * @param  string  $code  "allowed", or why not: permission.missing, assignment.lapsed, assignment.not_yet, role.other_app, standing.limited, standing.none
     * @param  list<Way>  $ways  those that reach it first, then those that come nearest
     */
    public function __construct(public string $code, public array $ways)
    {
    }

    public function isAllowed(): bool
    {
        return $this->code === self::ALLOWED;
    }
}
