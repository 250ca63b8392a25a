<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Queue\Run;

/**
 * A draft that is run over all accounts.
 *
 * @property string $id
 * @property int $draft_version
 * @property 'queued'|'running'|'done'|'cancelled'|'failed' $state
 * @property int $cursor the last account that was judged; -1 before anything was
 * @property int $done
 * @property int $total
 * @property list<array{kind: string, code: string, field: string|null, count: int}> $counts
 * @property string $started_at
 * @property string|null $finished_at
 */
final class ImpactRun extends Record
{
    use HasUuids;
    use Run;

    protected $table = 'impact_runs';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['counts' => AsJson::ARRAY];
    }
}
