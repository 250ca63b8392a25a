<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passkeys;

/** A key pair that an authenticator has made for us. */
final readonly class NewPasskey
{
    /**
     * @param  string  $id  bytes
     * @param  string  $key  CBOR
     */
    public function __construct(public string $id, public string $key, public int $algorithm, public int $signCount, public bool $isBackupEligible, public bool $isBackedUp, public string $aaguid)
    {
    }
}
