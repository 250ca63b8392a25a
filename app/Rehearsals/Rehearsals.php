<?php

declare(strict_types=1);

namespace Kennel\App\Rehearsals;

use Illuminate\Contracts\Foundation\Application;
use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Apps\Apps;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Rules\Drafts;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Documents\Duration;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Rehearsals\Journey;
use Kennel\Core\Rehearsals\Outcome;
use Kennel\Core\Rehearsals\ReadByHand;
use Kennel\Core\Rehearsals\Step;
use Kennel\Core\Rehearsals\StepKind;
use Psr\Clock\ClockInterface;

/** Rehearsals that are under way: begun, played, moved in time, and ended. Each is its operator's alone; that there are others everybody who may rehearse sees. */
final readonly class Rehearsals
{
    /** Of one operator at once. */
    private const MOST = 5;

    /** In years: dates beyond it are no dates any more. */
    private const FARTHEST = 10;

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
        if (Rehearsal::query()->where('operator_id', $operator->accountId)->count() >= self::MOST) {
            throw Refusal::conflict('rehearsal.too_many');
        }
        $draft = $this->drafts->current();
        $now = $this->clock->now();
        $rehearsal = new Rehearsal([
            'id' => (string) Str::uuid7(), 'operator_id' => $operator->accountId, 'operator_name' => $operator->name, 'title' => $journey->title, 'app_key' => $journey->app,
            'revision' => $this->rules->revision(), 'is_draft' => $onDraft && $draft->version > 0, 'ahead' => 0, 'steps' => array_map(static fn (Step $one): array => $one->toArray(), $journey->steps), 'done' => [],
            'begun_at' => Moment::write($now), 'seen_at' => Moment::write($now),
        ]);
        try {
            $this->stage->set($rehearsal->world(), ($this->raise)($rehearsal->world(), $rehearsal->is_draft ? $draft->document : $this->rules->document(), $journey->app, $now));
            $this->database->transaction(fn () => $rehearsal->save());
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

    /** Takes the next step, or one that is not in the script. */
    public function play(Rehearsal $rehearsal, ?Step $step): void
    {
        $isNext = $step === null;
        $step ??= $rehearsal->next() ?? throw Refusal::conflict('rehearsal.at_its_end');
        $this->in($rehearsal, function (Application $inner, Cast $cast) use ($rehearsal, $step, $isNext): void {
            // What the person did by hand before is a step of its own.
            $this->noteByHand($rehearsal, $cast);
            $outcome = $this->pass($rehearsal, $step) ? null : (new PlayStep($this->door, $inner, $cast, $rehearsal->app_key))($step);
            $rehearsal->took($step, $rehearsal->now($this->clock->now()), $outcome);
            $cast->wire = [];
            $isNext && $rehearsal->steps = array_slice($rehearsal->steps, 1);
        });
    }

    /** What was done on the page itself, as the next step of the script: by its requests. */
    public function conclude(Rehearsal $rehearsal): void
    {
        $step = $rehearsal->next() ?? throw Refusal::conflict('rehearsal.at_its_end');
        $this->in($rehearsal, function (Application $inner, Cast $cast) use ($rehearsal, $step): void {
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

    /** @throws Refusal beyond ten years */
    public function move(Rehearsal $rehearsal, int $seconds): void
    {
        $this->play($rehearsal, new Step(StepKind::Wait, for: "PT{$seconds}S"));
    }

    /**
     * @template T
     *
     * @param  \Closure(Application, Cast): T  $do
     * @return T
     */
    public function in(Rehearsal $rehearsal, \Closure $do): mixed
    {
        $done = $this->stage->in($rehearsal->world(), $rehearsal->now($this->clock->now()), $do);
        $rehearsal->seen_at = Moment::write($this->clock->now());
        $rehearsal->save();

        return $done;
    }

    public function end(Rehearsal $rehearsal): void
    {
        Rehearsal::query()->whereKey($rehearsal->seq)->delete();
        $rehearsal->world()->destroy();
    }

    /** @return bool whether it is time that passes */
    private function pass(Rehearsal $rehearsal, Step $step): bool
    {
        if ($step->for === null) {
            return false;
        }
        $ahead = $rehearsal->ahead + Duration::parse($step->for)->seconds;
        if ($ahead > self::FARTHEST * 31_557_600) {
            throw Refusal::invalid([new Reason('rehearsal.too_far', 'for', ['maximum' => self::FARTHEST])]);
        }
        $rehearsal->ahead = $ahead;

        return true;
    }

    private function noteByHand(Rehearsal $rehearsal, Cast $cast): void
    {
        foreach (ReadByHand::steps($cast->wire) as $step) {
            $rehearsal->took($step, $rehearsal->now($this->clock->now()), $step->expected);
        }
        $cast->wire = [];
    }
}
