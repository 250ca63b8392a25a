<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rehearsals\Journey;
use Kennel\Core\Policy\Rehearsals\Outcome;
use Kennel\Core\Policy\Rehearsals\ReadByHand;
use Kennel\Core\Policy\Rehearsals\Step;
use Kennel\Core\Policy\Rehearsals\StepKind;
use Psr\Clock\ClockInterface;

/** Rehearsals that are under way: begun, played, moved in time, and ended. Each is its operator's alone; that there are others everybody who may rehearse sees. */
final readonly class Rehearsals
{
    /** Of one operator at once. */
    private const MOST = 5;

    /** In years: dates beyond it are no dates any more. */
    private const FARTHEST = 10;

    /** The schedule runs the purge so often, in seconds (bootstrap/app.php). */
    private const PURGED_EVERY = 300;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Apps $apps,
        private Drafts $drafts,
        private RulesInForce $rules,
        private RaiseCurtain $raise,
        private Stage $stage,
        private Door $door,
    ) {
    }

    /** @throws Refusal for an app nobody registered, and when there are as many as there may be */
    public function begin(Journey $journey, bool $onDraft, SignedIn $operator): Rehearsal
    {
        if ($this->apps->find($journey->app) === null) {
            throw Refusal::invalid([new Reason('app.unknown', 'app')]);
        }
        $this->requireRoom($operator);
        $draft = $this->drafts->current();
        $now = $this->clock->now();
        $rehearsal = new Rehearsal([
            'id' => (string) Str::uuid7(), 'operator_id' => $operator->accountId, 'operator_name' => $operator->name, 'title' => $journey->title, 'app_key' => $journey->app,
            'revision' => $this->rules->revision(), 'is_draft' => $onDraft && $draft->version > 0, 'ahead' => 0, 'steps' => $journey->toArray()['steps'], 'done' => [],
            'begun_at' => Moment::write($now), 'seen_at' => Moment::write($now),
        ]);
        try {
            $this->stage->set($rehearsal->world(), ($this->raise)($rehearsal->world(), $rehearsal->is_draft ? $draft->document : $this->rules->document(), $journey->app, $now));
            $this->database->transaction(function () use ($rehearsal, $operator): void {
                $this->requireRoom($operator);
                $rehearsal->save();
            });
        } catch (\Throwable $error) {
            $rehearsal->world()->destroy();
            throw $error;
        }

        return $rehearsal;
    }

    /** @throws Refusal for one that ended, and for somebody else's */
    public function get(string $id, SignedIn $operator): Rehearsal
    {
        $found = Rehearsal::query()->where('id', $id)->where('operator_id', $operator->accountId)->first();

        return $found !== null && $found->world()->isThere() ? $found : throw Refusal::notFound();
    }

    /** @return list<Rehearsal> of everybody, the newest first */
    public function all(): array
    {
        return array_values(Rehearsal::query()->orderByDesc('seq')->get()->all());
    }

    /** @return array<string, mixed> what there is to see */
    public function look(Rehearsal $rehearsal): array
    {
        return $this->played($rehearsal, static function (): void {
        });
    }

    /**
     * Takes the next step.
     *
     * @return array<string, mixed> what there is to see after it
     *
     * @throws Refusal when there is none left
     */
    public function next(Rehearsal $rehearsal): array
    {
        return $this->played($rehearsal, function (Application $inner, Cast $cast) use ($rehearsal): void {
            $this->take($rehearsal, $rehearsal->next() ?? throw Refusal::conflict('rehearsal.at_its_end'), $inner, $cast);
            $rehearsal->steps = array_slice($rehearsal->steps, 1);
        });
    }

    /**
     * Takes one that is not in the script.
     *
     * @return array<string, mixed> what there is to see after it
     *
     * @throws Refusal for waiting beyond ten years
     */
    public function step(Rehearsal $rehearsal, Step $step): array
    {
        return $this->played($rehearsal, fn (Application $inner, Cast $cast) => $this->take($rehearsal, $step, $inner, $cast));
    }

    /**
     * What was done on the page itself, as the next step of the script: by its requests.
     *
     * @return array<string, mixed> what there is to see after it
     *
     * @throws Refusal when there is none left
     */
    public function conclude(Rehearsal $rehearsal): array
    {
        return $this->played($rehearsal, function (Application $inner, Cast $cast) use ($rehearsal): void {
            $step = $rehearsal->next() ?? throw Refusal::conflict('rehearsal.at_its_end');
            $outcome = null;
            foreach ($cast->wire as $one) {
                $outcome = ReadByHand::kindOf($one['method'], $one['path'], $one['status']) === $step->kind ? new Outcome($one['status'], $one['code']) : $outcome;
            }
            // Asked for on the page and not sent by it: taken as an ordinary step.
            $outcome ??= (new PlayStep($this->door, $inner, $cast, $rehearsal->app_key))($step);
            (new Post($inner))->deliver();
            $rehearsal->took($step, $rehearsal->now($this->clock->now()), $outcome);
            $cast->wire = [];
            $rehearsal->steps = array_slice($rehearsal->steps, 1);
        });
    }

    /**
     * Time passes until the next purge, which then runs.
     *
     * @return array<string, mixed> what there is to see after it
     */
    public function toPurge(Rehearsal $rehearsal): array
    {
        return $this->played($rehearsal, function (Application $inner, Cast $cast) use ($rehearsal): void {
            $now = $rehearsal->now($this->clock->now())->getTimestamp();
            $this->take($rehearsal, Step::wait('PT'.(self::PURGED_EVERY - $now % self::PURGED_EVERY).'S'), $inner, $cast);
            $this->take($rehearsal, new Step(StepKind::Purge), $inner, $cast);
        });
    }

    /**
     * Time passes until what runs out next has done so.
     *
     * @return array<string, mixed> what there is to see after it
     *
     * @throws Refusal when nothing does
     */
    public function toExpiry(Rehearsal $rehearsal): array
    {
        return $this->played($rehearsal, function (Application $inner, Cast $cast) use ($rehearsal): void {
            $next = (new Scene($inner, $cast))->expires() ?? throw Refusal::conflict('rehearsal.nothing_expires');
            $left = Moment::read($next['at'])->getTimestamp() - $rehearsal->now($this->clock->now())->getTimestamp() + 1;
            $this->take($rehearsal, Step::wait('PT'.max(1, $left).'S'), $inner, $cast);
        });
    }

    /**
     * A request of the page that is shown.
     *
     * @param  array<string, string>  $headers
     */
    public function knock(Rehearsal $rehearsal, string $method, string $path, ?string $body, array $headers): Answer
    {
        return $this->in($rehearsal, function (Application $inner, Cast $cast) use ($method, $path, $body, $headers): Answer {
            $answer = (new Knock($this->door, $inner, $cast))->send($method, $path, $body, 'home', $headers);
            (new Post($inner))->deliver();

            return $answer;
        });
    }

    public function end(Rehearsal $rehearsal): void
    {
        $rehearsal->world()->alone(function () use ($rehearsal): void {
            Rehearsal::query()->whereKey($rehearsal->seq)->delete();
            $rehearsal->world()->destroy();
        });
    }

    /**
     * @param  \Closure(Application, Cast): void  $do
     * @return array<string, mixed> what there is to see after it
     */
    private function played(Rehearsal $rehearsal, \Closure $do): array
    {
        return $this->in($rehearsal, static function (Application $inner, Cast $cast) use ($do): array {
            $do($inner, $cast);
            // What a request knew of itself ends with it.
            $inner->forgetScopedInstances();

            return (new Scene($inner, $cast))();
        });
    }

    /**
     * Where it stands is read while nobody else plays in it, and written before somebody else does.
     *
     * @template T
     *
     * @param  \Closure(Application, Cast): T  $do
     * @return T
     *
     * @throws Refusal when it ended meanwhile
     */
    private function in(Rehearsal $rehearsal, \Closure $do): mixed
    {
        return $rehearsal->world()->alone(function () use ($rehearsal, $do): mixed {
            $current = Rehearsal::query()->find($rehearsal->seq) ?? throw Refusal::notFound();
            $rehearsal->setRawAttributes($current->getAttributes(), true);
            $done = $this->stage->in($rehearsal->world(), $rehearsal->now($this->clock->now()), $do);
            $rehearsal->seen_at = Moment::write($this->clock->now());
            $rehearsal->save();

            return $done;
        });
    }

    private function take(Rehearsal $rehearsal, Step $step, Application $inner, Cast $cast): void
    {
        // What the person did by hand before is a step of its own.
        foreach (ReadByHand::steps($cast->wire) as $done) {
            $rehearsal->took($done, $rehearsal->now($this->clock->now()), $done->expected);
        }
        if ($step->for !== null) {
            $this->pass($rehearsal, Duration::parse($step->for)->seconds, $inner);
        }
        $outcome = (new PlayStep($this->door, $inner, $cast, $rehearsal->app_key))($step);
        $rehearsal->took($step, $rehearsal->now($this->clock->now()), $outcome);
        $cast->wire = [];
    }

    /** @throws Refusal beyond ten years */
    private function pass(Rehearsal $rehearsal, int $seconds, Application $inner): void
    {
        $ahead = $rehearsal->ahead + $seconds;
        if ($ahead > self::FARTHEST * 31_557_600) {
            throw Refusal::invalid([new Reason('rehearsal.too_far', 'for', ['maximum' => self::FARTHEST])]);
        }
        $rehearsal->ahead = $ahead;
        WorldClock::of($inner)->move($seconds);
    }

    private function requireRoom(SignedIn $operator): void
    {
        if (Rehearsal::query()->where('operator_id', $operator->accountId)->count() >= self::MOST) {
            throw Refusal::conflict('rehearsal.too_many');
        }
    }
}
