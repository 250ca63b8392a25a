<?php

declare(strict_types=1);

namespace Kennel\Core\Imports;

use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PersonName;

/** A row that can become an account. */
final readonly class ImportedAccount
{
    /** @param  string  $kind  of the hash, as a census names it */
    public function __construct(public EmailAddress $email, public PersonName $name, public string $hash, public string $kind)
    {
    }
}
