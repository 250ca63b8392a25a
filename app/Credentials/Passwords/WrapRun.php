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
 * An enclosing of older hashes.
 *
 * @property string $id
 * @property 'queued'|'running'|'done'|'cancelled'|'failed' $state
 * @property int $done
 * @property int $total
 * @property list<string> $kinds
 * @property string $started_at
 * @property string|null $finished_at
 */
final class WrapRun extends Record
{
    use HasUuids;
    use MassPrunable;
    use Run;

    protected $table = 'wrap_runs';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['kinds' => AsJson::ARRAY];
    }

    /** @return Builder<self> the last one stays */
    public function prunable(): Builder
    {
        return self::query()->where('started_at', '<', Moment::write(Limit::before('imports')))->whereKeyNot(self::query()->orderByDesc('started_at')->orderByDesc('id')->value('id'));
    }
}
