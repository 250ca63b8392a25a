<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

/** When a field has to be filled in. */
enum Required: string
{
    case Never = 'never';
    case AtSignup = 'at_signup';
    /** Signing up works without it; full access does not. */
    case BeforeFirstUse = 'before_first_use';
}
