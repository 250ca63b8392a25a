<?php

declare(strict_types=1);

namespace Kennel\App\Tokens;

use Psr\Clock\ClockInterface;

/** Counts what happens to an app, by day. No row is of a person. */
final readonly class CountTokens
{
    public function __construct(private ClockInterface $clock)
    {
    }

    /** @param  string  $what  'authorization', 'token', a grant type, or the code of a refusal */
    public function note(string $app, string $what): void
    {
        TokenTally::query()->getQuery()->upsert(
            ['app_key' => $app, 'day' => $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d'), 'what' => $what, 'times' => 1],
            ['app_key', 'day', 'what'],
            ['times' => TokenTally::query()->raw('token_tallies.times + 1')],
        );
    }
}
