<?php

declare(strict_types=1);

namespace Kennel\App\Exports;

use Kennel\App\Accounts\AccountList;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\OperatorAuthority;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Queue\Step;
use Kennel\Core\Exports\ExportColumns;
use Kennel\Core\Finding\Where;
use Psr\Clock\ClockInterface;

/** Writes the file page by page. Where it is, is kept behind each page: killed anywhere, it goes on there, and no row is written twice. */
final readonly class WriteExport
{
    private const PAGE = 2_000;

    public function __construct(
        private AccountList $list,
        private Accounts $accounts,
        private ExportRows $rows,
        private ExportFiles $files,
        private OperatorAuthority $authority,
        private ClockInterface $clock,
    ) {
    }

    /** @return bool false when there is more to do */
    public function __invoke(string $id, Step $step): bool
    {
        $export = Export::query()->where('id', $id)->where('state', 'running')->first();
        if ($export === null) {
            return true;
        }
        $format = ExportFormat::from($export->format);
        $file = $this->files->open($id, $format, $export->bytes);
        try {
            if ($export->bytes === 0) {
                $format->begin($file, $export->columns);
            }
            do {
                if (! $this->mayGoOn($export)) {
                    $this->fail($id);

                    return true;
                }
                $page = $export->ids === null
                    ? $this->list->pageFor($export->search === '' ? null : $export->search, Where::read($export->conditions), $export->sort, $export->cursor, self::PAGE)
                    : $this->accounts->selected($export->ids, $export->cursor, self::PAGE);
                if ($format->mostRows() !== null && $export->done + count($page['items']) > $format->mostRows()) {
                    $this->fail($id);

                    return true;
                }
                foreach ($this->rows->of($page['items'], $export->columns) as $index => $row) {
                    $format->write($file, $row, $export->done + $index + 1);
                }
                if ($page['next'] === null) {
                    $format->end($file);
                }
                fflush($file);
                $bytes = (int) ftell($file);
                if (! $this->keep($export, $page['next'], count($page['items']), $page['next'] === null ? $this->files->finish($id, $format, $bytes) : $bytes)) {
                    $this->files->remove($id);

                    return true;
                }
            } while ($page['next'] !== null && ! $step->isOver());
        } finally {
            fclose($file);
        }

        return $page['next'] === null;
    }

    public function fail(string $id): void
    {
        Export::query()->where('id', $id)->where('state', 'running')->update(['state' => 'failed', 'finished_at' => Moment::write($this->clock->now())]);
        $this->files->remove($id);
    }

    private function mayGoOn(Export $export): bool
    {
        return $this->authority->mayGoOn($export->operator_id, Exports::PERMISSION)
            && (! in_array(ExportColumns::PASSWORD_HASH, $export->columns, true) || $this->authority->mayGoOn($export->operator_id, Exports::HASHES));
    }

    /** @return bool false when it was discarded meanwhile */
    private function keep(Export $export, ?string $next, int $rows, int $bytes): bool
    {
        $kept = ['done' => $export->done + $rows, 'bytes' => $bytes, 'cursor' => $next, ...$next === null ? ['state' => 'done', 'finished_at' => Moment::write($this->clock->now())] : []];
        $isKept = Export::query()->where('id', $export->id)->where('state', 'running')->update($kept) === 1;
        $export->forceFill($kept)->syncOriginal();

        return $isKept;
    }
}
