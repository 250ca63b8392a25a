<?php

declare(strict_types=1);

namespace Kennel\App\Evidence;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Platform\Database\AsJson;
use Kennel\App\Platform\Database\NumberedRecord;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Limit;

/**
 * One line of the dock.
 *
 * @property int $seq
 * @property string $at
 * @property string $act_id
 * @property 'wire'|'record'|'message'|'audit' $lane
 * @property string|null $account_id
 * @property string $label
 * @property array<string, mixed> $content
 */
final class EvidenceEntry extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'evidence';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['content' => AsJson::OBJECT];
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('at', '<', Moment::write(Limit::before('evidence')));
    }
}
