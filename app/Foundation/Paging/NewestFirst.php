<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Paging;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Pagination\Cursor as FrameworkCursor;
use Kennel\App\Foundation\Refusals\Refusal;

/** Pages through a table from its newest row, by the sequence number. */
final readonly class NewestFirst
{
    private const COLUMN = 'seq';

    private const SORT = '-seq';

    /**
     * @template M of Model
     * @template T of array<string, mixed>
     *
     * @param  Builder<M>  $rows
     * @param  \Closure(M): T  $present
     * @return array{items: list<T>, next: string|null}
     *
     * @throws Refusal when the cursor is not one of ours
     */
    public function page(Builder $rows, ?string $cursor, int $limit, \Closure $present): array
    {
        // The framework's own decoding trusts what a client sends, so the text is read and written by ours.
        $from = Cursor::read($cursor, self::SORT);
        $page = $rows->orderByDesc(self::COLUMN)->cursorPaginate($limit, cursor: $from === null ? null : new FrameworkCursor([self::COLUMN => $from->seq]));
        $next = $page->nextCursor()?->parameter(self::COLUMN);

        return [
            'items' => array_values(array_map($present, $page->items())),
            'next' => $next === null ? null : (new Cursor(self::SORT, '', (int) $next))->write(),
        ];
    }
}
