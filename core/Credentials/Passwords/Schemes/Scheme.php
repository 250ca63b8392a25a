<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Schemes;

/** One way in which passwords are stored. Each reads the strings that begin like its own, and no others. */
interface Scheme
{
    /** As a census names it. */
    public function name(): string;

    public function recognises(string $stored): bool;

    /**
     * The parameters as a census shows them, "" for a scheme that has none.
     *
     * @return string|null null for a string that begins like one of these and is none, or that asks for more than anybody would store
     */
    public function parameters(string $stored): ?string;

    /** Only of a string whose parameters could be read. Compares in constant time. */
    public function matches(#[\SensitiveParameter] string $password, string $stored): bool;
}
