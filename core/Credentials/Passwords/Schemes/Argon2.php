<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

use Kennel\Core\Credentials\Passwords\PhcString;

/** RFC 9106: Argon2id, and Argon2i of older services. */
final readonly class Argon2 implements Scheme
{
    /** @param  'argon2id'|'argon2i'  $variant */
    public function __construct(private string $variant)
    {
    }

    public function name(): string
    {
        return ucfirst($this->variant);
    }

    public function recognises(string $stored): bool
    {
        return str_starts_with($stored, "\${$this->variant}\$");
    }

    public function parameters(string $stored): ?string
    {
        $phc = PhcString::parse($stored);
        // One that asks for more was not made by anybody's choice; computing it would let one row stop the server.
        if ($phc === null || ! $phc->parameters->areBearable()) {
            return null;
        }

        return "{$phc->parameters->memory}/{$phc->parameters->passes}/{$phc->parameters->lanes}";
    }

    public function matches(#[\SensitiveParameter] string $password, string $stored): bool
    {
        return password_verify($password, $stored);
    }
}
