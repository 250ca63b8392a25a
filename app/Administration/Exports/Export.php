<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Identity\Actor;

/**
 * One file of accounts.
 *
 * @property int $seq
 * @property string $id
 * @property string $operator_id
 * @property string $operator_name
 * @property 'csv'|'jsonl' $format
 * @property list<string> $columns
 * @property list<string>|null $ids of those that were selected; null for all that match
 * @property string $search
 * @property string $conditions as Where writes them
 * @property string $sort
 * @property 'running'|'done'|'cancelled'|'failed' $state
 * @property int|null $total as far as it was counted
 * @property int $done rows
 * @property int $bytes of the file that count: what is behind them is written again
 * @property string|null $cursor where the list goes on
 * @property list<string>|null $bounds the apps its operator was bounded to; null for all
 * @property list<string> $handed the fields and keys of metadata in its columns that were handed to its operator
 * @property string $begun_at
 * @property string|null $finished_at
 */
final class Export extends NumberedRecord
{
    protected $table = 'exports';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['columns' => AsJson::ARRAY, 'ids' => AsJson::ARRAY, 'bounds' => AsJson::ARRAY, 'handed' => AsJson::ARRAY];
    }

    public function operator(): Actor
    {
        return Actor::operator($this->operator_id, $this->operator_name);
    }
}
