<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\Record;

/**
 * One account of an act upon many.
 *
 * @property string $run_id
 * @property int $position
 * @property int $account_seq
 * @property int $version as it was when it was checked; of a changed one, as the change left it
 * @property 'waiting'|'planned'|'left_out'|'changed' $state
 * @property string|null $reason the code of why it is left out
 * @property array<string, mixed>|null $before
 * @property array<string, mixed>|null $after
 */
final class BulkAccount extends Record
{
    protected $table = 'bulk_accounts';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['before' => AsJson::ARRAY, 'after' => AsJson::ARRAY];
    }
}
