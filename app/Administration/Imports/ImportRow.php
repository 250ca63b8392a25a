<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * A row that was refused.
 *
 * @property int $seq
 * @property string $import_id
 * @property int $row
 * @property string $address
 * @property string $code
 * @property string|null $field
 * @property array<string, int|string|list<string>> $parameters
 */
final class ImportRow extends NumberedRecord
{
    protected $table = 'import_rows';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['parameters' => AsJson::ARRAY];
    }
}
