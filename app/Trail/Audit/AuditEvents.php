<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Audit;

use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Sight;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Paging\NewestFirst;
use Kennel\Core\Foundation\Permissions\Permission;

/** Reads the trail. */
final readonly class AuditEvents
{
    public function __construct(private Caller $caller, private Sight $sight, private NewestFirst $pages, private ErasureKeys $keys, private Sealing $sealing)
    {
    }

    /** @return array{items: list<array<string, mixed>>, next: string|null} */
    public function page(?string $accountId, ?string $event, ?string $cursor, int $limit): array
    {
        $this->caller->require(Permission::AuditRead);
        $rows = $this->sight->within(AuditEvent::query());
        foreach (['account_id' => $accountId, 'event' => $event] as $column => $value) {
            if ($value !== null) {
                $rows->where($column, $value);
            }
        }

        $page = $this->pages->page($rows, $cursor, $limit, static fn (AuditEvent $row): array => ['event' => $row]);

        return [...$page, 'items' => $this->opened(array_column($page['items'], 'event'))];
    }

    /**
     * @param  list<AuditEvent>  $events
     * @return list<array<string, mixed>>
     */
    private function opened(array $events): array
    {
        $keys = $this->keys->existing(array_values(array_filter([...array_column($events, 'account_id'), ...array_column($events, 'actor_id')])));

        return array_map(function (AuditEvent $row) use ($keys): array {
            $opened = $this->sealing->open($row, $keys);

            return [
                'id' => $row->id,
                'act_id' => $row->act_id,
                'at' => $row->at,
                'event' => $row->event,
                'actor' => ['kind' => $row->actor_kind, 'id' => $row->actor_id, 'name' => $opened['actor_name']],
                'account' => $row->account_id === null ? null : ['id' => $row->account_id, 'name' => $opened['account_name']],
                'source' => $row->source,
                'reason' => $opened['reason'],
                'changes' => $opened['changes'],
                'is_erased' => $opened['is_erased'],
            ];
        }, $events);
    }

    /** @return list<array{at: string, event: string, by: string}> what the trail has of a holder: that, when and by whom of the three, and not the words of others */
    public function ofHolder(string $accountId): array
    {
        return array_values(AuditEvent::query()->where('account_id', $accountId)->orderByDesc('seq')->get(['at', 'event', 'actor_kind'])
            ->map(static fn (AuditEvent $row): array => ['at' => $row->at, 'event' => $row->event, 'by' => $row->actor_kind])->all());
    }

    /** @return list<string> when something was, the newest first */
    public function moments(string $event, string $since): array
    {
        return array_values(AuditEvent::query()->where('event', $event)->where('at', '>=', $since)->orderByDesc('seq')->pluck('at')->all());
    }

    /** @return array<string, int> how often an event was recorded, by hour */
    public function byHour(string $event, \DateTimeImmutable $since): array
    {
        return AuditEvent::query()->where('event', $event)->where('at', '>=', Moment::write($since))
            ->selectRaw('substr(at, 1, 13) AS hour, count(*) AS tally')->groupByRaw('substr(at, 1, 13)')->pluck('tally', 'hour')->map(static fn ($tally): int => (int) $tally)->all();
    }

    /** When the newest event was, by the clock of whoever wrote it. */
    public function newestAt(): ?\DateTimeImmutable
    {
        return Moment::readOrNull(AuditEvent::query()->orderByDesc('seq')->value('at'));
    }

    public function count(): int
    {
        // The trail has no gaps at its end and never loses a row, so its last number is its length.
        return (int) AuditEvent::query()->max('seq');
    }
}
