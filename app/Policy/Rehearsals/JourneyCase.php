<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\Core\Policy\Rehearsals\Journey;

/**
 * A journey whose steps are to go as they went when it was kept.
 *
 * @property int $seq
 * @property string $id
 * @property string $title
 * @property string $app_key
 * @property list<array<string, mixed>> $steps
 * @property string $saved_by
 * @property string $saved_at
 * @property string|null $ran_digest of the rules it was run under last
 * @property list<array{status: int, code: string|null}|null>|null $ran what came of each step then
 */
final class JourneyCase extends NumberedRecord
{
    protected $table = 'journey_cases';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['steps' => AsJson::ARRAY, 'ran' => AsJson::ARRAY];
    }

    public function journey(): Journey
    {
        return Journey::read(['title' => $this->title, 'app' => $this->app_key, 'steps' => $this->steps]);
    }
}
