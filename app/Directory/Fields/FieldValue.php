<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Fields;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\Record;

/**
 * One value of one field of one account; of several choices, one of them.
 *
 * @property int $account_seq
 * @property string $field_key
 * @property int $position 0 for a single value, from 1 on for one of several
 * @property mixed $value
 * @property string $sort_key
 */
final class FieldValue extends Record
{
    protected $table = 'field_values';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['value' => AsJson::ARRAY];
    }
}
