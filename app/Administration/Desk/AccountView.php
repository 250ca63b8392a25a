<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * A list of accounts that an operator keeps. It goes with its owner's account, shared or not.
 *
 * @property int $seq
 * @property string $id
 * @property string $owner_id
 * @property string $name
 * @property bool $is_shared
 * @property string $search
 * @property string $conditions as Where writes them
 * @property string $sort
 * @property list<string> $columns
 * @property string $created_at
 */
final class AccountView extends NumberedRecord
{
    protected $table = 'account_views';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['is_shared' => 'boolean', 'columns' => AsJson::ARRAY];
    }
}
