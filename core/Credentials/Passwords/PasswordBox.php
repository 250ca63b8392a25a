<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords;

use Kennel\Core\Foundation\Secrets\Secret;

/** The password box of an edit form. It is never filled in beforehand, and an empty one means that the password stays as it is. */
final class PasswordBox
{
    /** @return Secret|null null for unchanged */
    public static function read(?Secret $typed): ?Secret
    {
        return $typed === null || $typed->reveal() === '' ? null : $typed;
    }
}
