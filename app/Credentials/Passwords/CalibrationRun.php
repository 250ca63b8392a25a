<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\Run;
use Kennel\App\Foundation\Retention\Limit;

/**
 * A measuring of one machine.
 *
 * @property string $id
 * @property string $machine
 * @property 'queued'|'running'|'done'|'cancelled'|'failed' $state
 * @property int $done
 * @property int $total
 * @property int $cores
 * @property int $memory
 * @property list<array{memory: int, passes: int, seconds: float}> $points
 * @property list<array{cost: int, seconds: float}> $bcrypt
 * @property float|null $efficiency
 * @property string $started_at
 * @property string|null $finished_at
 */
final class CalibrationRun extends Record
{
    use HasUuids;
    use MassPrunable;
    use Run;

    protected $table = 'calibrations';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['points' => AsJson::ARRAY, 'bcrypt' => AsJson::ARRAY, 'efficiency' => 'float'];
    }

    /** @return Builder<self> a machine’s last measuring stays */
    public function prunable(): Builder
    {
        return self::query()->where('started_at', '<', Moment::write(Limit::before('imports')))->whereIn('state', ['cancelled', 'failed']);
    }
}
