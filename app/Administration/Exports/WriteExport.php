<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Accounts\ListOrder;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Roles\PermissionsOfAccount;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Queue\LongRun;
use Kennel\App\Foundation\Queue\Step;
use Kennel\Core\Administration\Exports\ExportColumns;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Permissions\Permission;
use Psr\Clock\ClockInterface;

/** Writes the file page by page. Where it is, is kept behind each page: killed anywhere, it goes on there, and no row is written twice. */
final readonly class WriteExport implements LongRun
{
    private const PAGE = 10_000;

    /** Those that were selected one by one stand in the order of their making. */
    private const ORDER_OF_SELECTED = 'created';

    public function __construct(
        private AccountList $list,
        private FieldRules $fields,
        private ExportRows $rows,
        private ExportFiles $files,
        private OperatorAuthority $authority,
        private PermissionsOfAccount $permissions,
        private HandedFields $handed,
        private ClockInterface $clock,
    ) {
    }

    /** @return bool false when there is more to do */
    public function work(string $id, Step $step): bool
    {
        $export = Export::query()->where('id', $id)->where('state', 'running')->first();
        if ($export === null) {
            return true;
        }
        $format = ExportFormat::from($export->format);
        // Of each row asked, what a model does at an access would be half of the work.
        [$columns, $most] = [$export->columns, $format->mostRows() ?? PHP_INT_MAX];
        $order = ListOrder::of($export->ids === null ? $export->sort : self::ORDER_OF_SELECTED, $this->fields);
        $file = $this->files->open($id, $format, $export->bytes);
        try {
            if ($export->bytes === 0) {
                $format->begin($file, $columns);
            }
            do {
                $readable = $this->readable($export);
                if ($readable === null) {
                    $this->fail($id);

                    return true;
                }
                [$before, $written] = [$export->done, 0];
                $page = $this->rows->of($this->left($export, $order, $readable), $order, $columns, $readable, self::PAGE);
                foreach ($page as $values) {
                    if ($before + ++$written > $most) {
                        $this->fail($id);

                        return true;
                    }
                    $format->write($file, $columns, $values, $before + $written);
                }
                $next = $page->getReturn();
                if ($next === null) {
                    $format->end($file);
                }
                fflush($file);
                $bytes = (int) ftell($file);
                if (! $this->keep($export, $next, $written, $next === null ? $this->files->finish($id, $format, $bytes) : $bytes)) {
                    $this->files->remove($id);

                    return true;
                }
            } while ($next !== null && ! $step->isOver());
        } finally {
            fclose($file);
        }

        return $next === null;
    }

    /** @return Builder<Account> */
    private function left(Export $export, ListOrder $order, ReadableFields $readable): Builder
    {
        $bounds = $this->permissions->bounds($export->operator_id);

        return $export->ids === null
            ? $this->list->rowsFor($export->search === '' ? null : $export->search, Where::read($export->conditions), $bounds, $readable, $order, $export->cursor)
            : $this->list->named($export->ids, $bounds, $order, $export->cursor);
    }

    public function fail(string $id): void
    {
        Export::query()->where('id', $id)->where('state', 'running')->update(['state' => 'failed', 'finished_at' => Moment::write($this->clock->now())]);
        $this->files->remove($id);
    }

    /** What its operator is handed now; null where they may not go on with it. */
    private function readable(Export $export): ?ReadableFields
    {
        if (! $this->authority->mayGoOn($export->operator_id, Permission::AccountsExport)
            || (in_array(ExportColumns::PASSWORD_HASH, $export->columns, true) && ! $this->authority->mayGoOn($export->operator_id, Permission::AccountsExportHashes))) {
            return null;
        }
        // Behind the above, which reads roles anew.
        $readable = $this->handed->toOperator(($this->permissions)($export->operator_id));
        $reasons = [...$readable->reasonsAgainstFields(...ExportColumns::fields($export->columns)), ...$readable->reasonsAgainst(Where::read($export->conditions), $export->sort, $this->fields)];

        return $reasons === [] ? $readable : null;
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
