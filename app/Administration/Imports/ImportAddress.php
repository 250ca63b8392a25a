<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Database\Record;

/**
 * An address that a check has seen, until it is through.
 *
 * @property string $import_id
 * @property string $lookup_key
 */
final class ImportAddress extends Record
{
    protected $table = 'import_addresses';
}
