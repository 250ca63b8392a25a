<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Identity;

/** Who did it: an operator or a holder (by account id), or Kennel itself. */
final readonly class Actor
{
    private function __construct(public string $kind, public ?string $id, public string $name)
    {
    }

    public static function holder(string $id, string $name): self
    {
        return new self('holder', $id, $name);
    }

    public static function operator(string $id, string $name): self
    {
        return new self('operator', $id, $name);
    }

    public static function stranger(): self
    {
        return new self('stranger', null, 'somebody');
    }

    /** As it was written down before. */
    public static function named(string $kind, ?string $id, string $name): self
    {
        return new self($kind, $id, $name);
    }

    /** Whoever has the server, by a command that names nobody. */
    public static function system(): self
    {
        return new self('kennel', null, 'system');
    }

    public static function kennel(): self
    {
        return new self('kennel', null, 'Kennel');
    }
}
