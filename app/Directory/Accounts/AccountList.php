<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Foundation\Permissions\Permission;

/** The accounts as operators list them: searched, filtered, sorted, one keyset page at a time, and counted apart from it. */
final readonly class AccountList
{
    /** Rows of the list that are looked at before anything is cut: where one in ten passes, a page is full by then. */
    private const STRETCH = 600;

    /** As far count() counts, unless it is told to count them all. */
    public const COUNTED = 10_000;

    public function __construct(private Matches $matches, private Clauses $clauses, private Caller $caller, private FieldRules $fields, private HandedFields $handed)
    {
    }

    /**
     * @param  string  $sort  as ListOrder has it
     * @return array{items: list<Account>, next: string|null, total: int, total_is_exact: bool} the total as far as it is known without counting: at
     *                                                                                             least so many, where it is not exact
     *
     * @throws Refusal for an order there is none of, a condition that cannot be asked
     */
    public function page(?string $search, Where $where, string $sort, ?string $cursor, int $limit): array
    {
        $this->caller->require(Permission::AccountsRead);
        $searched = $this->searched($where, $sort);
        $order = ListOrder::of($sort, $this->fields);
        $bounds = $this->caller->bounds();
        $isFiltered = $search !== null || $bounds !== null || ! $where->isEverybody();
        $meant = $this->matches->of($search, $where, $bounds, $searched, $order);
        $page = $meant === null ? ['items' => [], 'next' => null] : $this->find($meant, $search !== null, $where, $order, $cursor, $limit);
        if (! $isFiltered && $order->field === null) {
            $all = Account::query()->fromSub(Account::query()->select('seq')->limit(self::COUNTED + 1), 'some')->count();

            return [...$page, 'total' => min($all, self::COUNTED), 'total_is_exact' => $all <= self::COUNTED];
        }

        return [...$page, 'total' => count($page['items']), 'total_is_exact' => $cursor === null && $page['next'] === null];
    }

    /**
     * All that match, in an order: for whoever goes on with what an operator began, and has asked whether they still may.
     *
     * @param  list<string>|null  $bounds  the apps whose accounts the operator may see; null for all
     * @param  ReadableFields  $readable  what the operator is handed
     * @return Builder<Account>
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function rowsFor(?string $search, Where $where, ?array $bounds, ReadableFields $readable, ListOrder $order, ?string $cursor): Builder
    {
        $meant = $this->matches->of($search, $where, $bounds, $readable->of($this->fields), $order);
        if ($meant === null) {
            return $order->behind($cursor, $order->rows()->whereRaw('0'));
        }
        $meant = $this->matches->led($meant);

        return $order->behind($cursor, $this->matches->narrow($this->rows($order, $where, $meant), $meant));
    }

    /**
     * @param  list<string>  $ids
     * @param  list<string>|null  $bounds  the apps whose accounts the operator may see; null for all
     * @return Builder<Account> those that are named
     */
    public function named(array $ids, ?array $bounds, ListOrder $order, ?string $cursor): Builder
    {
        return $order->behind($cursor, self::within($bounds, Account::query()->whereIn('accounts.id', $ids)));
    }

    /**
     * @return FieldRules the fields that a search of this operator's may look into
     *
     * @throws Refusal for a condition or an order upon what they are not handed
     */
    private function searched(Where $where, string $sort = ''): FieldRules
    {
        $readable = $this->handed->toCaller();
        $reasons = $readable->reasonsAgainst($where, $sort, $this->fields);

        return $reasons === [] ? $readable->of($this->fields) : throw Refusal::invalid($reasons);
    }

    /**
     * One account, as far as it is there for whoever asks.
     *
     * @throws Refusal for one that is not
     */
    public function get(string $id): Account
    {
        $this->caller->require(Permission::AccountsRead);

        return self::within($this->caller->bounds(), Account::query()->where('accounts.id', $id))->first() ?? throw Refusal::notFound();
    }

    /** Whether an account is there for whoever asks; of one that is gone, what is left is. */
    public function has(string $id): bool
    {
        return $this->caller->bounds() === null || self::within($this->caller->bounds(), Account::query()->where('accounts.id', $id))->exists();
    }

    /**
     * @param  list<string>|null  $bounds
     * @param  Builder<Account>  $rows
     * @return Builder<Account>
     */
    private static function within(?array $bounds, Builder $rows): Builder
    {
        return $bounds === null ? $rows : $rows->whereIn('accounts.app_key', $bounds);
    }

    /**
     * @return Builder<Account>
     *
     * @throws Refusal for a condition that cannot be asked
     */
    private function rows(ListOrder $order, Where $where, Meant $meant): Builder
    {
        return $meant->areFew() ? $order->rowsOfFew() : $order->rows($order->field === null ? [] : $this->clauses->ranges($order->field, $where));
    }

    /**
     * What is typed mostly finds many, and a look at the list is enough; of conditions, one that finds few is looked for first.
     *
     * @return array{items: list<Account>, next: string|null}
     */
    private function find(Meant $meant, bool $isSearched, Where $where, ListOrder $order, ?string $cursor, int $limit): array
    {
        $meant = $isSearched ? $meant : $this->matches->led($meant);
        $share = null;
        if ($meant->clauses !== [] && ! $meant->areFew()) {
            $stretch = $order->behind($cursor, $this->rows($order, $where, $meant))->limit(self::STRETCH);
            $inner = $order->ofAStretch();
            $page = self::read($inner->behind(null, $this->matches->test(Account::query()->fromSub($stretch, 'accounts'), $meant)), $inner, $limit);
            if ($page['next'] !== null) {
                return $page;
            }
            $share = count($page['items']) / self::STRETCH;
        }
        $meant = $isSearched && ! $this->matches->areMany((float) $share) ? $this->matches->led($meant) : $meant;

        $found = $order->behind($cursor, $this->matches->narrow($this->rows($order, $where, $meant), $meant, $share));
        if ($meant->areFew() && $order->field === null) {
            // Thousands are sorted by what is short of them; whole rows are read of the page alone.
            $found = $order->behind(null, Account::query()->whereIn('accounts.seq', $found->select('accounts.seq')->limit($limit + 1)));
        }

        return self::read($found, $order, $limit);
    }

    /**
     * @param  bool  $isExact  however many there are
     * @return array{total: int, total_is_exact: bool}
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function count(?string $search, Where $where, bool $isExact = false): array
    {
        $this->caller->require(Permission::AccountsRead);
        if ($isExact) {
            return ['total' => $this->meant(null, $search, $where)->count(), 'total_is_exact' => true];
        }

        $found = $this->matches->count($search, $where, $this->caller->bounds(), $this->searched($where), self::COUNTED);

        return ['total' => min($found, self::COUNTED), 'total_is_exact' => $found <= self::COUNTED];
    }

    /**
     * For whoever acts upon many: those that are named, or all that match.
     *
     * @param  list<string>|null  $ids
     * @return Builder<Account>
     *
     * @throws Refusal for a condition that cannot be asked
     */
    public function meant(?array $ids, ?string $search, Where $where): Builder
    {
        $this->caller->require(Permission::AccountsRead);
        if ($ids !== null) {
            return self::within($this->caller->bounds(), Account::query()->whereIn('accounts.id', $ids));
        }
        $meant = $this->matches->of($search, $where, $this->caller->bounds(), $this->searched($where));

        return $meant === null ? Account::query()->whereRaw('0') : $this->matches->narrow(Account::query(), $this->matches->led($meant));
    }

    /**
     * @param  Builder<Account>  $rows  in order
     * @return array{items: list<Account>, next: string|null}
     */
    private static function read(Builder $rows, ListOrder $order, int $limit): array
    {
        $found = $rows->limit($limit + 1)->get();
        $shown = $found->take($limit);
        $last = $shown->last();

        return ['items' => array_values($shown->all()), 'next' => $found->count() > $limit && $last !== null ? $order->cursorAt($last) : null];
    }
}
