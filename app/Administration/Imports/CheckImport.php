<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\Step;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Directory\Fields\FieldRules;
use Psr\Clock\ClockInterface;

/** The dry run: every row is settled as it would be, and nothing is written but the report. */
final readonly class CheckImport
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Imports $imports,
        private UnpackImport $unpack,
        private DecideRows $decide,
        private SettleChunk $settle,
        private FieldRules $fields,
    ) {
    }

    /** @return bool false when there is more to do */
    public function __invoke(string $id, Step $step): bool
    {
        $import = $this->imports->find($id);
        if ($import === null || $import->state !== 'checking') {
            return true;
        }
        if (! ($this->unpack)($import, $step)) {
            return false;
        }
        $counts = RowCounts::of($import);
        $plan = $import->plan($this->fields);
        foreach ($this->decide->chunks($import) as $chunk) {
            if (! $this->keep($import, $plan, $chunk, $counts)) {
                break;
            }
            if (! $chunk->isLast && $step->isOver()) {
                return false;
            }
        }
        $this->imports->forgetAddresses($id);

        return true;
    }

    /**
     * A chunk, its report and the place behind it are one transaction, so that a check that was broken off goes on.
     *
     * @return bool false when it was discarded meanwhile
     */
    private function keep(Import $import, ImportPlan $plan, DecidedChunk $chunk, RowCounts $counts): bool
    {
        return $this->database->transaction(function () use ($import, $plan, $chunk, $counts): bool {
            ($this->settle)($chunk, $import, $plan, $counts);

            return $this->imports->keep($import, $counts, [
                'offset' => $chunk->offset,
                ...$chunk->isLast ? ['state' => 'checked', 'finished_at' => Moment::write($this->clock->now())] : [],
            ]);
        });
    }
}
