<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Cases;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\Record;

/**
 * A saved case. Its input is sealed.
 *
 * @property string $id
 * @property string $name
 * @property string $app_key
 * @property string $sealed
 * @property list<string> $expected
 * @property string $saved_by
 * @property string $saved_at
 */
final class SavedCase extends Record
{
    use HasUuids;

    protected $table = 'rule_cases';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['expected' => AsJson::ARRAY];
    }
}
