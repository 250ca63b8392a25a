<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Paging\NewestFirst;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Registration\Invitations\InvitationRules;
use Kennel\Core\Registration\Invitations\InvitationState;
use Kennel\Core\Registration\Invitations\WayIn;
use Psr\Clock\ClockInterface;

/** Invitations as operators see them: of the apps they are bounded to, and never a token. */
final readonly class Invitations
{
    public function __construct(private ClockInterface $clock, private Caller $caller, private NewestFirst $pages, private InvitationRules $rules)
    {
    }

    /** @throws Refusal when there is none, or it is out of their bounds */
    public function get(string $id): Invitation
    {
        $this->caller->require(Permission::InvitationsRead);

        return $this->inSight()->where('id', $id)->first() ?? throw Refusal::notFound();
    }

    /**
     * @param  \Closure(Invitation): array<string, mixed>  $present
     * @return array{items: list<array<string, mixed>>, next: string|null}
     */
    public function page(InvitationFilter $filter, ?string $cursor, int $limit, \Closure $present): array
    {
        $this->caller->require(Permission::InvitationsRead);

        return $this->pages->page($this->filtered($filter), $cursor, $limit, $present);
    }

    /** @return array{open: int, accepted: int, lapsed: int, withdrawn: int, replaced: int, lapsing: int} lapsing are those of the open ones that soon will */
    public function count(): array
    {
        $this->caller->require(Permission::InvitationsRead);

        return $this->counted($this->inSight());
    }

    /**
     * For the rail and what needs somebody, which ask for all of them.
     *
     * @return array{open: int, accepted: int, lapsed: int, withdrawn: int, replaced: int, lapsing: int}
     */
    public function countAll(): array
    {
        return $this->counted(Invitation::query());
    }

    /**
     * Those that are open, whoever asks: the caller decides what of it is told.
     *
     * @param  string|null  $app  null for every app but some
     * @param  list<string>  $elsewhere  those
     * @return array{count: int, first: list<array{account_id: string|null, recipient: string}>} those that lapse first
     */
    public function next(WayIn $way, ?string $app, array $elsewhere, string $language): array
    {
        $open = Invitation::query()->inState(InvitationState::Open, $this->clock->now())->where('way', $way)->where('language', $language);
        $app === null ? $open->whereNotIn('app_key', $elsewhere) : $open->where('app_key', $app);

        return [
            'count' => (clone $open)->toBase()->count(),
            'first' => array_values($open->orderBy('expires_at')->orderBy('seq')->limit(5)->get(['account_id', 'email'])
                ->map(static fn (Invitation $one): array => ['account_id' => $one->account_id, 'recipient' => $one->email])->all()),
        ];
    }

    public function lapsesSoon(Invitation $invitation): bool
    {
        $now = $this->clock->now();

        return $invitation->facts()->state($now) === InvitationState::Open && Moment::read($invitation->expires_at) <= $this->soon($now);
    }

    public function state(Invitation $invitation): InvitationState
    {
        return $invitation->facts()->state($this->clock->now());
    }

    /** @return list<array{id: string, name: string, invitations: int}> who has invited, the most first */
    public function inviters(): array
    {
        $this->caller->require(Permission::InvitationsRead);

        return array_values($this->inSight()->whereNotNull('inviter_id')->toBase()->selectRaw('inviter_id, max(inviter_name) AS name, count(*) AS invitations')
            ->groupBy('inviter_id')->orderByDesc('invitations')->orderBy('name')->limit(100)->get()
            ->map(static fn (object $row): array => ['id' => (string) $row->inviter_id, 'name' => (string) $row->name, 'invitations' => (int) $row->invitations])->all());
    }

    /** @return Builder<Invitation> the one scope for whoever is bounded */
    public function inSight(): Builder
    {
        $bounds = $this->caller->bounds();

        return Invitation::query()->when($bounds !== null, static fn (Builder $rows) => $rows->whereIn('app_key', $bounds ?? []));
    }

    /** @return Builder<Invitation> */
    private function filtered(InvitationFilter $filter): Builder
    {
        $now = $this->clock->now();
        $rows = $this->inSight();
        if ($filter->state !== null) {
            $rows->inState($filter->state, $now);
        }
        if ($filter->lapsesSoon) {
            $rows->inState(InvitationState::Open, $now)->where('expires_at', '<=', Moment::write($this->soon($now)));
        }
        foreach (['app_key' => $filter->app, 'inviter_id' => $filter->inviter, 'batch_id' => $filter->batch] as $column => $value) {
            $value === null ? null : $rows->where($column, $value);
        }
        if ($filter->to !== null && $filter->to !== '') {
            // By how it begins, off the index.
            $rows->whereRaw('email COLLATE NOCASE >= ? AND email COLLATE NOCASE < ?', [$filter->to, "{$filter->to}\u{10FFFF}"]);
        }
        if ($filter->role !== null) {
            $rows->whereJsonContains('roles', $filter->role);
        }

        return $rows;
    }

    /**
     * @param  Builder<Invitation>  $rows
     * @return array{open: int, accepted: int, lapsed: int, withdrawn: int, replaced: int, lapsing: int}
     */
    private function counted(Builder $rows): array
    {
        $now = $this->clock->now();
        $counts = array_fill_keys([...array_column(InvitationState::cases(), 'value'), 'lapsing'], 0);
        foreach ($rows->clone()->whereNotNull('ended')->toBase()->selectRaw('ended, count(*) AS invitations')->groupBy('ended')->get() as $row) {
            $counts[(string) $row->ended] = (int) $row->invitations;
        }
        $open = $rows->clone()->inState(InvitationState::Open, $now);
        $counts['open'] = $open->clone()->count();
        $counts['lapsed'] += $rows->clone()->whereNull('ended')->where('expires_at', '<=', Moment::write($now))->count();
        $counts['lapsing'] = $open->where('expires_at', '<=', Moment::write($this->soon($now)))->count();

        /** @var array{open: int, accepted: int, lapsed: int, withdrawn: int, replaced: int, lapsing: int} $counts */
        return $counts;
    }

    private function soon(\DateTimeImmutable $now): \DateTimeImmutable
    {
        return $this->rules->warnBefore->after($now);
    }
}
