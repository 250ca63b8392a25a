<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Paging;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Pagination\Cursor as FrameworkCursor;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Reasons\Reason;

/** Pages through a table from its newest row, by the sequence number. */
final readonly class NewestFirst
{
    private const COLUMN = 'seq';

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
        $page = $rows->orderByDesc(self::COLUMN)->cursorPaginate($limit, cursor: self::read($cursor));

        return ['items' => array_values(array_map($present, $page->items())), 'next' => $page->nextCursor()?->encode()];
    }

    private static function read(?string $text): ?FrameworkCursor
    {
        $cursor = $text === null ? null : FrameworkCursor::fromEncoded($text);
        if ($text !== null && ! is_int($cursor?->toArray()[self::COLUMN] ?? null)) {
            throw Refusal::invalid([new Reason('query.cursor', 'cursor')]);
        }

        return $cursor;
    }
}
