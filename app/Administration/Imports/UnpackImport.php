<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Queue\Step;
use Kennel\Core\Directory\Fields\FieldRules;

/**
 * Writes the rows of a spreadsheet or a database as JSON Lines, which can be gone on with in the middle and read twice alike. How far it is, is kept
 * with every so many rows: killed, it reads over what it has and goes on.
 */
final readonly class UnpackImport
{
    private const ROWS_AT_ONCE = 2_000;

    public function __construct(private ImportFiles $files, private FieldRules $fields)
    {
    }

    /**
     * @return bool false when there is more to do
     *
     * @throws Sources\Unreadable
     */
    public function __invoke(Import $import, Step $step): bool
    {
        if (! $import->format->isUnpacked() || $import->is_unpacked) {
            return true;
        }
        $plan = $import->plan($this->fields);
        $file = $this->files->openUnpacked($import->id, $import->unpacked_bytes);
        $rows = $import->unpacked_rows;
        try {
            foreach ($this->files->source($import->id, $import->format)->rows($plan->table, $rows, $plan->links) as $cells) {
                fwrite($file, AsJson::encode((object) $cells)."\n");
                if (++$rows % self::ROWS_AT_ONCE === 0) {
                    if (! $this->keep($import, $file, $rows, false)) {
                        return true;
                    }
                    if ($step->isOver()) {
                        return false;
                    }
                }
            }
            $this->keep($import, $file, $rows, true);
        } finally {
            fclose($file);
        }

        return true;
    }

    /**
     * @param  resource  $file
     * @return bool false when it was discarded meanwhile
     */
    private function keep(Import $import, $file, int $rows, bool $isAll): bool
    {
        fflush($file);
        $bytes = (int) ftell($file);
        $kept = ['unpacked_rows' => $rows, 'unpacked_bytes' => $bytes, 'is_unpacked' => $isAll, ...$isAll ? ['bytes' => $bytes] : []];
        $import->forceFill($kept);

        return Import::query()->whereKey($import->id)->where('state', 'checking')->update($kept) === 1;
    }
}
