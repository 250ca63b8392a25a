<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Audit;

use Illuminate\Support\Str;
use Kennel\App\Foundation\Database\AsJson;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Trail\Evidence\EvidenceLog;
use Kennel\Core\Trail\Audit\Changes;
use Psr\Clock\ClockInterface;

/**
 * Records what happened, in the transaction in which it happens. Nothing here changes or removes an event; nor can SQL. What is said of a
 * person is sealed under a key of their account.
 */
final readonly class AuditTrail
{
    private const ROWS_A_STATEMENT = 200;

    public function __construct(
        private ClockInterface $clock,
        private RequestContext $context,
        private EvidenceLog $evidence,
        private ErasureKeys $keys,
        private Sealing $sealing,
    ) {
    }

    /**
     * @param  string  $event  such as "account.suspended"
     * @param  array{id: string, name: string}|null  $account  whom it concerns
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     * @param  string  $record  what kind of record the two states are of
     */
    public function record(
        string $event,
        Actor $by,
        ?array $account = null,
        array $before = [],
        array $after = [],
        ?string $reason = null,
        string $record = 'account',
    ): void {
        $changes = Changes::between($before, $after);
        $id = (string) Str::uuid7();
        $accountId = $account['id'] ?? null;
        $row = ['id' => $id, ...$this->columns($event, $by, $account, $reason), 'changes' => AsJson::encode((object) $changes)];
        $accountKey = $this->keys->of($accountId);
        AuditEvent::query()->insert($this->sealing->seal($row, $accountKey, $by->id === $accountId ? $accountKey : $this->keys->of($by->id)));
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
     * One event each for many accounts that were added or changed at once. They leave no evidence: nobody could follow it.
     *
     * @param  list<array{account: array{id: string, name: string}, before?: array<string, mixed>, after: array<string, mixed>}>  $accounts
     * @param  string|null  $actId  of the act they belong to; null for the one under way
     */
    public function recordAll(string $event, Actor $by, array $accounts, ?string $reason = null, ?string $actId = null): void
    {
        $actorKey = $this->keys->of($by->id);
        foreach (array_chunk($accounts, self::ROWS_A_STATEMENT) as $some) {
            $keys = $this->keys->ofAll(array_column(array_column($some, 'account'), 'id'));
            AuditEvent::query()->insert(array_map(fn (array $one): array => $this->sealing->seal([
                'id' => (string) Str::uuid7(),
                ...$this->columns($event, $by, $one['account'], $reason),
                ...$actId === null ? [] : ['act_id' => $actId],
                'changes' => AsJson::encode((object) Changes::between($one['before'] ?? [], $one['after'])),
            ], $keys[$one['account']['id']], $actorKey), $some));
        }
    }

    /**
     * @param  array{id: string, name: string}|null  $account
     * @return array<string, mixed>
     */
    private function columns(string $event, Actor $by, ?array $account, ?string $reason): array
    {
        return [
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
        ];
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
