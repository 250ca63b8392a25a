<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** A byte string of CBOR, which is no text. */
final readonly class Bytes
{
    public function __construct(public string $value)
    {
    }
}
