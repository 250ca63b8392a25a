<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

/**
 * Who is in a rehearsal, and what each browser and memory holds: made up, thrown away with it, and sealed while it lasts, since whoever had it could act in
 * it.
 */
final class Cast
{
    /**
     * @param  array{name: string, email: string, password: string}  $person
     * @param  array{email: string, password: string}  $operator  of the world alone
     * @param  array<string, array<string, string>>  $jars  cookies by name, by browser: 'home', 'elsewhere', 'operator'
     * @param  string|null  $totp  the key of the person's authenticator app, base32
     * @param  list<string>  $recoveryCodes  that are left
     * @param  string|null  $step  what the first step of a sign-in gave
     * @param  list<array{method: string, path: string, status: int, code: string|null}>  $wire  the person's requests since the last step
     */
    public function __construct(
        public array $person,
        public array $operator,
        public array $jars = [],
        public ?string $totp = null,
        public array $recoveryCodes = [],
        public ?string $step = null,
        public array $wire = [],
    ) {
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return get_object_vars($this);
    }

    /** @param  array<string, mixed>  $kept  as toArray() gave it */
    public static function read(array $kept): self
    {
        return new self(...$kept);
    }
}
