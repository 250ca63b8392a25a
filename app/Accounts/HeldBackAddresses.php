<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Kennel\App\Platform\Moment;
use Psr\Clock\ClockInterface;

/** Which addresses are held back now, for operators to find their accounts. What is over is forgotten as the next is noted. */
final readonly class HeldBackAddresses
{
    private const LONGEST = 254;

    public function __construct(private ClockInterface $clock)
    {
    }

    /** @param  string  $lookupKey  of an address, or whatever was typed for one */
    public function note(string $lookupKey, int $seconds): void
    {
        $now = $this->clock->now();
        HeldBack::query()->where('until', '<', Moment::write($now))->delete();
        HeldBack::query()->upsert([['lookup_key' => mb_substr($lookupKey, 0, self::LONGEST), 'until' => Moment::write($now->modify("+{$seconds} seconds"))]], ['lookup_key'], ['until']);
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
