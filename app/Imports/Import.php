<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Platform\Database\AsJson;
use Kennel\App\Platform\Database\Record;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Limit;
use Kennel\Core\Imports\ImportRules;

/**
 * A file of accounts, and how far it is.
 *
 * @property string $id
 * @property string $name
 * @property 'csv'|'jsonl' $format
 * @property string $app_key
 * @property bool $proven
 * @property bool $must_change
 * @property string $digest
 * @property string $layout
 * @property 'checking'|'checked'|'importing'|'done'|'discarded'|'failed' $state
 * @property int $bytes
 * @property int $offset
 * @property int $done
 * @property int|null $total
 * @property int $accepted
 * @property int $refused
 * @property array<string, int> $kinds
 * @property array<string, int> $codes
 * @property list<string> $ignored
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
        return ['proven' => 'boolean', 'must_change' => 'boolean', 'kinds' => AsJson::ARRAY, 'codes' => AsJson::ARRAY, 'ignored' => AsJson::ARRAY];
    }

    public function rules(): ImportRules
    {
        return new ImportRules($this->digest, $this->layout);
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
