<?php

declare(strict_types=1);

namespace Kennel\App\Audit;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Evidence\EvidenceLog;
use Kennel\App\Platform\Identity\Actor;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\RequestContext;
use Kennel\Core\Audit\Changes;
use Psr\Clock\ClockInterface;

/** Records what happened, in the transaction in which it happens. Nothing here changes or removes an event; nor can SQL. */
final readonly class AuditTrail
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private RequestContext $context,
        private EvidenceLog $evidence,
    ) {
    }

    /**
     * @param  string  $event  such as "account.suspended"
     * @param  array{id: string, name: string}|null  $account  whom it concerns
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     * @param  string  $record  what kind of record the two states are of
     */
    public function record(string $event, Actor $by, ?array $account = null, array $before = [], array $after = [], ?string $reason = null, string $record = 'account'): void
    {
        $changes = Changes::between($before, $after);
        $id = (string) Str::uuid7();
        $this->database->table('audit_events')->insert([
            'id' => $id,
            'act_id' => $this->context->actId,
            'at' => Moment::write($this->clock->now()),
            'event' => $event,
            'actor_kind' => $by->kind,
            'actor_id' => $by->id,
            'actor_name' => $by->name,
            'account_id' => $account['id'] ?? null,
            'account_name' => $account['name'] ?? null,
            'source' => $this->context->source,
            'reason' => $reason,
            'changes' => json_encode((object) $changes, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES),
        ]);
        $accountId = $account['id'] ?? null;
        if ($changes !== []) {
            $this->evidence->append('record', $this->label($record, $before, $changes), ['changes' => $changes], $accountId);
        }
        $this->evidence->append('audit', $event, [
            'id' => $id,
            'event' => $event,
            'actor' => ['kind' => $by->kind, 'name' => $by->name],
            'account' => $account,
            'source' => $this->context->source,
            'reason' => $reason,
        ], $accountId);
    }

    /**
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $changes
     */
    private function label(string $record, array $before, array $changes): string
    {
        $fields = implode(', ', array_map(static fn (string $field): string => str_replace('_', ' ', $field), array_keys($changes)));

        return $before === [] ? "{$record} added" : "{$record} changed: {$fields}";
    }
}
