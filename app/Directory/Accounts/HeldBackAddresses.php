<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/** Which addresses are held back now, for operators to find their accounts. What is over is forgotten as the next is noted. */
final readonly class HeldBackAddresses
{
    private const LONGEST = 254;

    public function __construct(private ClockInterface $clock)
    {
    }

    /** How long it is shown of whom waiting does not help, from the last attempt on. */
    private const CEILING_SHOWN = '+1 day';

    /**
     * @param  string  $lookupKey  of an address, or whatever was typed for one
     * @param  int|null  $seconds  null where waiting does not help
     */
    public function note(string $lookupKey, ?int $seconds, int $failures): void
    {
        $now = $this->clock->now();
        HeldBack::query()->where('until', '<', Moment::write($now))->delete();
        HeldBack::query()->upsert([['lookup_key' => mb_substr($lookupKey, 0, self::LONGEST), 'until' => Moment::write($now->modify($seconds === null ? self::CEILING_SHOWN : "+{$seconds} seconds")), 'failures' => $failures, 'is_ceiling' => $seconds === null]], ['lookup_key'], ['until', 'failures', 'is_ceiling']);
    }

    /** @return list<array{lookup_key: string, until: string, failures: int, is_ceiling: bool}> those of most failures first */
    public function now(int $most): array
    {
        return array_values(HeldBack::query()->where('until', '>', Moment::write($this->clock->now()))->orderByDesc('failures')->limit($most)->get()
            ->map(static fn (HeldBack $one): array => ['lookup_key' => $one->lookup_key, 'until' => $one->until, 'failures' => $one->failures, 'is_ceiling' => $one->is_ceiling])->all());
    }

    public function count(): int
    {
        return HeldBack::query()->where('until', '>', Moment::write($this->clock->now()))->count();
    }

    public function release(string $lookupKey): void
    {
        HeldBack::query()->where('lookup_key', $lookupKey)->delete();
    }
}
