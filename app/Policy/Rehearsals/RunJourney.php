<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Illuminate\Support\Str;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Policy\Rehearsals\Journey;
use Kennel\Core\Policy\Rehearsals\Outcome;
use Psr\Clock\ClockInterface;

/** A journey from its beginning to its end under some rules, in a world that is made for it and gone after it. */
final readonly class RunJourney
{
    /** Between two steps, in seconds: nobody does two things at the same moment. */
    private const BREATH = 5;

    public function __construct(private RaiseCurtain $raise, private Stage $stage, private Door $door, private ClockInterface $clock)
    {
    }

    /**
     * @param  array<string, mixed>  $document  of the rules
     * @return list<Outcome|null> of each step; null for time that passed
     */
    public function __invoke(Journey $journey, array $document): array
    {
        $world = new World(storage_path('rehearsals/'.Str::uuid7()));
        $now = $this->clock->now();
        $outcomes = [];
        try {
            $this->stage->set($world, ($this->raise)($world, $document, $journey->app, $now));
            foreach ($journey->steps as $step) {
                $now = $now->modify('+'.($step->for === null ? self::BREATH : Duration::parse($step->for)->seconds).' seconds');
                $outcomes[] = $this->stage->in($world, $now, fn (Application $inner, Cast $cast): ?Outcome => (new PlayStep($this->door, $inner, $cast, $journey->app))($step));
            }
        } finally {
            $world->destroy();
        }

        return $outcomes;
    }
}
