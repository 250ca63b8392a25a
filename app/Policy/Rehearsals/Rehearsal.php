<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Policy\Rehearsals\Outcome;
use Kennel\Core\Policy\Rehearsals\Step;

/**
 * A rehearsal that is under way. Gone when it ends, and with it the world it plays in.
 *
 * @property int $seq
 * @property string $id
 * @property string $operator_id
 * @property string $operator_name
 * @property string $title
 * @property string $app_key
 * @property int $revision that the rules are, or that the draft is based on
 * @property bool $is_draft
 * @property int $ahead of the real clock, in seconds
 * @property list<array<string, mixed>> $steps that are left, as Step reads them
 * @property list<array{step: array<string, mixed>, at: string, outcome: array{status: int, code: string|null}|null}> $done
 * @property string $begun_at
 * @property string $seen_at
 */
final class Rehearsal extends NumberedRecord
{
    protected $table = 'rehearsals';

    protected $primaryKey = 'seq';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['is_draft' => 'boolean', 'ahead' => 'integer', 'revision' => 'integer', 'steps' => AsJson::ARRAY, 'done' => AsJson::ARRAY];
    }

    public function world(): World
    {
        return new World(storage_path("rehearsals/{$this->id}"));
    }

    public function now(\DateTimeImmutable $ours): \DateTimeImmutable
    {
        return $ours->modify("+{$this->ahead} seconds");
    }

    public function next(): ?Step
    {
        return isset($this->steps[0]) ? Step::read($this->steps[0]) : null;
    }

    /** The next step is taken: what it was answered with is written down. */
    public function took(Step $step, \DateTimeImmutable $at, ?Outcome $outcome): void
    {
        $this->done = [...$this->done, ['step' => $step->toArray(), 'at' => Moment::write($at), 'outcome' => $outcome?->toArray()]];
    }
}
