<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Desk;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** The lists that operators keep, each with how many it finds now. A view gives nobody a right to what it finds. */
final readonly class AccountViews
{
    /** An operator's own, and those that all operators share. */
    public const MOST = 30;

    private const LONGEST_NAME = 60;

    private const MOST_COLUMNS = 30;

    public function __construct(private ConnectionInterface $database, private Caller $caller, private AccountList $list, private ClockInterface $clock)
    {
    }

    /** @return list<array<string, mixed>> their own and what others share, by name */
    public function all(): array
    {
        $operator = $this->caller->require(Permission::AccountsRead);
        $views = AccountView::query()->where('owner_id', $operator->accountId)->orWhere('is_shared', true)->orderBy('name')->orderBy('seq')->limit(2 * self::MOST)->get()->all();

        return array_values(array_map(fn (AccountView $view): array => $this->shown($view, $operator), $views));
    }

    /**
     * @param  list<string>  $columns
     * @return array<string, mixed>
     *
     * @throws Refusal for what is invalid
     */
    public function keep(string $name, bool $isShared, string $search, Where $where, string $sort, array $columns, SignedIn $operator): array
    {
        $name = trim($name);
        $reasons = match (true) {
            $name === '' => [new Reason('view.name_required', 'name')],
            mb_strlen($name) > self::LONGEST_NAME => [new Reason('view.name_too_long', 'name', ['maximum' => self::LONGEST_NAME])],
            count($columns) > self::MOST_COLUMNS => [new Reason('view.columns', 'columns', ['maximum' => self::MOST_COLUMNS])],
            default => [],
        };
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $view = $this->database->transaction(function () use ($name, $isShared, $search, $where, $sort, $columns, $operator): AccountView {
            $mine = AccountView::query()->where('owner_id', $operator->accountId);
            // One name is one view: keeping it anew changes it.
            $mine->clone()->where('name', $name)->delete();
            if ($mine->count() >= self::MOST) {
                throw Refusal::invalid([new Reason('view.too_many', 'name', ['maximum' => self::MOST])]);
            }

            return AccountView::query()->create([
                'id' => (string) Str::uuid7(), 'owner_id' => $operator->accountId, 'name' => $name, 'is_shared' => $isShared, 'search' => $search,
                'conditions' => $where->toJson(), 'sort' => $sort, 'columns' => $columns, 'created_at' => Moment::write($this->clock->now()),
            ]);
        });

        return $this->shown($view, $operator);
    }

    /** @throws Refusal for one that is not theirs */
    public function remove(string $id, SignedIn $operator): void
    {
        if (AccountView::query()->where('id', $id)->where('owner_id', $operator->accountId)->delete() === 0) {
            throw Refusal::notFound();
        }
    }

    /** @return array<string, mixed> */
    private function shown(AccountView $view, SignedIn $operator): array
    {
        $where = Where::read($view->conditions);
        try {
            $count = $this->list->count($view->search === '' ? null : $view->search, $where);
        } catch (Refusal) {
            // A field it asks of is gone since: it says so when it is opened.
            $count = null;
        }

        return [
            'id' => $view->id,
            'name' => $view->name,
            'is_shared' => $view->is_shared,
            'is_own' => $view->owner_id === $operator->accountId,
            'search' => $view->search,
            'where' => json_decode($view->conditions, true),
            'sort' => $view->sort,
            'columns' => $view->columns,
            'total' => $count['total'] ?? null,
            'total_is_exact' => $count['total_is_exact'] ?? true,
        ];
    }
}
