<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Bulk;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;
use Kennel\Core\Administration\Bulk\BulkAct;

/**
 * One act upon many accounts, from its check to its report.
 *
 * @property int $seq
 * @property string $id
 * @property string $act_id what every event of it carries
 * @property BulkAct $act
 * @property array<string, mixed> $parameters
 * @property string|null $undo_of the run that it turns around
 * @property string $operator_id
 * @property string $operator_name
 * @property string|null $why
 * @property 'checking'|'checked'|'running'|'done'|'cancelled'|'failed' $state
 * @property int $total
 * @property int $done looked at, in the state under way
 * @property int $planned
 * @property int $changed
 * @property int $left_out
 * @property array{changes: array<string, int>, left_out: array<string, int>} $outcomes how many of each: what becomes what, as a JSON list of two; and by its code, why one is left out
 * @property string|null $failure
 * @property string $begun_at
 * @property string|null $finished_at
 */
final class BulkRun extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'bulk_runs';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['act' => BulkAct::class, 'parameters' => AsJson::ARRAY, 'outcomes' => AsJson::ARRAY];
    }

    public function operator(): Actor
    {
        return Actor::operator($this->operator_id, $this->operator_name);
    }

    /** @return Builder<self> what was checked and never begun goes as well */
    public function prunable(): Builder
    {
        $before = Moment::write(Limit::before('imports'));

        return self::query()->where('finished_at', '<', $before)->orWhere(static fn (Builder $runs) => $runs->where('state', 'checked')->where('begun_at', '<', $before));
    }
}
