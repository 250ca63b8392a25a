<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature;

use Kennel\App\Trail\Audit\AuditEvent;
use Kennel\App\Trail\Audit\ErasureKeys;
use Kennel\App\Trail\Audit\Sealing;

/** The trail as whoever may read it sees it: opened. */
final class Trail
{
    /** @return list<array{event: string, account_id: string|null, actor_kind: string, actor_id: string|null, actor_name: string, account_name: string|null, reason: string|null, changes: string, is_erased: bool}> in order */
    public static function of(?string $event = null): array
    {
        $rows = AuditEvent::query()->when($event !== null, static fn ($rows) => $rows->where('event', $event))->orderBy('seq')->get()->all();
        $keys = app(ErasureKeys::class)->existing(array_values(array_filter([...array_column($rows, 'account_id'), ...array_column($rows, 'actor_id')])));

        return array_values(array_map(static function (AuditEvent $row) use ($keys): array {
            $opened = app(Sealing::class)->open($row, $keys);

            return [
                'event' => $row->event, 'account_id' => $row->account_id, 'actor_kind' => $row->actor_kind, 'actor_id' => $row->actor_id, ...$opened,
                'changes' => json_encode($opened['changes'], JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
            ];
        }, $rows));
    }

    /** @return array{event: string, account_id: string|null, actor_kind: string, actor_id: string|null, actor_name: string, account_name: string|null, reason: string|null, changes: string, is_erased: bool} the only one */
    public static function sole(string $event): array
    {
        $events = self::of($event);
        if (count($events) !== 1) {
            throw new \UnexpectedValueException(count($events)." events {$event}");
        }

        return $events[0];
    }

    /** Everything it says, opened, for a search through it. */
    public static function text(): string
    {
        return json_encode(self::of(), JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
    }
}
