<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Kennel\App\Platform\Database\Record;

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
