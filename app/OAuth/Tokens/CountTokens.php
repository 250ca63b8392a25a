<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Psr\Clock\ClockInterface;

/** Counts what happens to an app, by day. No row is of a person. Nobody waits for it: what was noted is written once the answer has gone out; RequestKernel calls that. */
final class CountTokens
{
    /** @var list<array{app: string, day: string, what: string}> */
    private array $noted = [];

    public function __construct(private readonly ClockInterface $clock)
    {
    }

    /** @param  string  $what  'authorization', 'token', a grant type, or the code of a refusal */
    public function note(string $app, string $what): void
    {
        $this->noted[] = ['app' => $app, 'day' => $this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d'), 'what' => $what];
    }

    public function write(): void
    {
        [$noted, $this->noted] = [$this->noted, []];
        foreach ($noted as ['app' => $app, 'day' => $day, 'what' => $what]) {
            TokenTally::query()->getQuery()->upsert(
                ['app_key' => $app, 'day' => $day, 'what' => $what, 'times' => 1],
                ['app_key', 'day', 'what'],
                ['times' => TokenTally::query()->raw('token_tallies.times + 1')],
            );
        }
    }
}
