<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\Record;

/**
 * A plan that was kept for the next file of the same make.
 *
 * @property string $id
 * @property string $name
 * @property array<string, mixed> $plan
 * @property string|null $operator_id
 * @property string $operator_name
 * @property string $kept_at
 */
final class ImportPlanRecord extends Record
{
    protected $table = 'import_plans';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['plan' => AsJson::ARRAY];
    }
}
