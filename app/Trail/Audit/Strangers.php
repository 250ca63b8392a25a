<?php

declare(strict_types=1);

namespace Kennel\App\Trail\Audit;

use Illuminate\Support\Facades\DB;
use Kennel\App\Foundation\Decoy;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\Foundation\Throttling\Source;
use Psr\Clock\ClockInterface;

/**
 * What strangers do is counted, by the hour, source and account. The trail, which never loses a row, is told of the first of each, and of
 * no more than so many an hour altogether.
 */
final readonly class Strangers
{
    private const EVENTS_AN_HOUR = 200;

    public function __construct(private AuditTrail $audit, private RequestContext $context, private ClockInterface $clock, private Decoy $decoy)
    {
    }

    /**
     * Called inside the act's transaction.
     *
     * @param  array{id: string, name: string}|null  $account  null for an address that has none: counted just the same
     */
    public function note(string $event, ?array $account): void
    {
        $hour = substr(Moment::write($this->clock->now()), 0, 13);
        $key = ['hour' => $hour, 'event' => $event, 'source' => Source::ofAddress((string) $this->context->source), 'account_id' => $account['id'] ?? ''];
        StrangerTally::query()->upsert([[...$key, 'tally' => 1]], array_keys($key), ['tally' => DB::raw('stranger_tallies.tally + 1')]);
        $isFirst = (int) StrangerTally::query()->where($key)->value('tally') === 1;
        $isTold = $this->kinds($event, $hour) <= self::EVENTS_AN_HOUR && $isFirst;
        $record = fn () => $this->audit->record($event, Actor::stranger(), $account);
        // All addresses without an account count as one: were only the first of each written, the time would tell which have one.
        $isTold ? $record() : $this->decoy->spendTheTimeOf($record);
    }

    /** How often since the hour that began at this moment or holds it; of one account, or of all. */
    public function countSince(string $event, \DateTimeImmutable $since, ?string $accountId = null): int
    {
        return (int) StrangerTally::query()->where('event', $event)->where('hour', '>=', substr(Moment::write($since), 0, 13))
            ->when($accountId !== null, static fn ($rows) => $rows->where('account_id', $accountId))->sum('tally');
    }

    /** @return array<string, int> by hour */
    public function byHour(string $event, \DateTimeImmutable $since): array
    {
        return StrangerTally::query()->toBase()->where('event', $event)->where('hour', '>=', substr(Moment::write($since), 0, 13))
            ->selectRaw('hour, sum(tally) AS tally')->groupBy('hour')->pluck('tally', 'hour')->map(static fn ($tally): int => (int) $tally)->all();
    }

    private function kinds(string $event, string $hour): int
    {
        return StrangerTally::query()->where('event', $event)->where('hour', $hour)->count();
    }
}
