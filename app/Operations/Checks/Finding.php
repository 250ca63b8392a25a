<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

/** What one look at the installation found. Its words, and what to do about it, are in lang/en/checks.php. */
final readonly class Finding
{
    /** @param  array<string, string|int>  $parameters  of the words */
    private function __construct(public Grade $grade, public string $code, public array $parameters)
    {
    }

    /** @param  array<string, string|int>  $parameters */
    public static function fine(string $code, array $parameters = []): self
    {
        return new self(Grade::Fine, $code, $parameters);
    }

    /** @param  array<string, string|int>  $parameters */
    public static function look(string $code, array $parameters = []): self
    {
        return new self(Grade::Look, $code, $parameters);
    }

    /** @param  array<string, string|int>  $parameters */
    public static function wrong(string $code, array $parameters = []): self
    {
        return new self(Grade::Wrong, $code, $parameters);
    }
}
