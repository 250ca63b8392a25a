<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Paging;

use Illuminate\Database\Query\Builder;

/** Pages through a table from its newest row, by the sequence number. */
final readonly class NewestFirst
{
    public const SORT = '-seq';

    /**
     * @template T of array<string, mixed>
     *
     * @param  \Closure(\stdClass): T  $present
     * @return array{items: list<T>, next: string|null}
     */
    public function page(Builder $rows, ?string $cursor, int $limit, \Closure $present): array
    {
        // Qualified, since a list may join another table that has a sequence of its own.
        $seq = "{$rows->from}.seq";
        $from = Cursor::read($cursor, self::SORT);
        if ($from !== null) {
            $rows->where($seq, '<', $from->seq);
        }
        $found = $rows->orderByDesc($seq)->limit($limit + 1)->get();
        $shown = $found->take($limit);
        $last = $shown->last();

        return [
            'items' => array_values($shown->map($present)->all()),
            'next' => $found->count() > $limit && $last !== null ? (new Cursor(self::SORT, '', (int) $last->seq))->write() : null,
        ];
    }
}
