<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Evidence;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

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
