<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Database;

/** A row that the database numbers as it comes: what was written later has a higher number, whatever the clock said. */
abstract class NumberedRecord extends Record
{
    public $incrementing = true;

    protected $keyType = 'int';
}
