<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** A password as it is kept, and what it is kept as. */
final readonly class StoredHash
{
    /** @param  string  $kind  scheme and parameters as one label, such as "Argon2id 47104/1/1" */
    public function __construct(public string $hash, public string $kind)
    {
    }
}
