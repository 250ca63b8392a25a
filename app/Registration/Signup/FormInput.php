<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

/** What came back of an opened form. */
final readonly class FormInput
{
    public function __construct(public string $token, public string $trap, public string $answer)
    {
    }
}
