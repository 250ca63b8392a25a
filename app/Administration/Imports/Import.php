<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Administration\Imports\ImportRules;
use Kennel\Core\Directory\Fields\FieldRules;

/**
 * A file of accounts, and how far it is.
 *
 * @property string $id
 * @property string $name
 * @property ImportFormat $format
 * @property string $app_key
 * @property bool $proven
 * @property bool $must_change
 * @property string $digest
 * @property string $layout
 * @property 'received'|'checking'|'checked'|'importing'|'done'|'discarded'|'failed' $state
 * @property int $bytes
 * @property int $offset
 * @property int $done
 * @property int|null $total
 * @property int $accepted
 * @property int $refused
 * @property array<string, int> $kinds
 * @property array<string, int> $codes
 * @property list<string> $ignored
 * @property array<string, mixed>|null $plan
 * @property int $unpacked_rows
 * @property int $unpacked_bytes
 * @property bool $is_unpacked
 * @property int $updated
 * @property int $left
 * @property string $begun_by_kind
 * @property string|null $begun_by_id
 * @property string $begun_by
 * @property string $started_at
 * @property string|null $finished_at
 */
final class Import extends Record
{
    use MassPrunable;

    protected $table = 'imports';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['format' => ImportFormat::class, 'is_unpacked' => 'boolean', 'plan' => AsJson::ARRAY, 'proven' => 'boolean', 'must_change' => 'boolean', 'kinds' => AsJson::ARRAY, 'codes' => AsJson::ARRAY, 'ignored' => AsJson::ARRAY];
    }

    /** What was said of the file; of one from before there were plans, that its columns are called as what they become. */
    public function plan(FieldRules $fields): ImportPlan
    {
        return $this->plan === null
            ? ImportPlan::plain($this->app_key, $this->proven, $this->must_change, new ImportRules($this->digest, $this->layout))
            : ImportPlan::read($this->plan, $fields);
    }

    public function begunBy(): Actor
    {
        return Actor::named($this->begun_by_kind, $this->begun_by_id, $this->begun_by);
    }

    /** @return Builder<self> its rows go with it */
    public function prunable(): Builder
    {
        return self::query()->where('finished_at', '<', Moment::write(Limit::before('imports')));
    }
}
