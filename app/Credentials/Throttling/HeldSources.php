<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Throttling;

use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/** Which places are held back now, for operators. What is over is forgotten as the next is noted. */
final readonly class HeldSources
{
    public function __construct(private ClockInterface $clock)
    {
    }

    public function note(string $kind, string $source, int $failures, int $seconds): void
    {
        $now = $this->clock->now();
        HeldSource::query()->where('until', '<', Moment::write($now))->delete();
        HeldSource::query()->upsert([['kind' => $kind, 'source' => $source, 'failures' => $failures, 'until' => Moment::write($now->modify("+{$seconds} seconds"))]], ['kind', 'source'], ['failures', 'until']);
    }

    public function release(string $kind, string $source): void
    {
        HeldSource::query()->where('kind', $kind)->where('source', $source)->delete();
    }

    /** @return list<array{kind: string, source: string, failures: int, until: string}> those of most failures first */
    public function now(int $most): array
    {
        return array_values(HeldSource::query()->where('until', '>', Moment::write($this->clock->now()))->orderByDesc('failures')->limit($most)->get()
            ->map(static fn (HeldSource $one): array => ['kind' => $one->kind, 'source' => $one->source, 'failures' => $one->failures, 'until' => $one->until])->all());
    }

    public function count(): int
    {
        return HeldSource::query()->where('until', '>', Moment::write($this->clock->now()))->count();
    }
}
