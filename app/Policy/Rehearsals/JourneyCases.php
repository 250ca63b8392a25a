<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rehearsals\Journey;
use Kennel\Core\Policy\Rehearsals\Outcome;
use Psr\Clock\ClockInterface;

/**
 * Journeys that are kept as cases, run under the draft, or under the rules in force where there is none. A run takes seconds, so what came of it is kept with
 * the digest of the rules it was run under, and counts for these rules alone.
 */
final readonly class JourneyCases
{
    private const LONGEST_TITLE = 120;

    private const MOST_STEPS = 40;

    /** Repetitions counted: each may cost a hash, and somebody waits for the run. */
    private const MOST_REQUESTS = 300;

    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private Drafts $drafts, private RunJourney $run, private AuditTrail $audit)
    {
    }

    /** @return list<JourneyCase> in the order they were kept */
    public function all(): array
    {
        return array_values(JourneyCase::query()->orderBy('seq')->get()->all());
    }

    /** @throws Refusal when there is none */
    public function get(string $id): JourneyCase
    {
        return JourneyCase::query()->where('id', $id)->first() ?? throw Refusal::notFound();
    }

    /** Of the rules that cases are run under now. */
    public function digest(): string
    {
        return RulesInForce::digest($this->drafts->current()->document);
    }

    /** @throws Refusal for what is no journey */
    public function keep(Journey $journey, Actor $by): JourneyCase
    {
        $reasons = array_values(array_filter([
            trim($journey->title) === '' || mb_strlen($journey->title) > self::LONGEST_TITLE ? new Reason('case.name', 'title', ['maximum' => self::LONGEST_TITLE]) : null,
            $journey->steps === [] || count($journey->steps) > self::MOST_STEPS || array_sum(array_column($journey->steps, 'times')) > self::MOST_REQUESTS ? new Reason('rehearsal.steps', 'steps', ['maximum' => self::MOST_STEPS, 'requests' => self::MOST_REQUESTS]) : null,
        ]));
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }

        return $this->database->transaction(function () use ($journey, $by): JourneyCase {
            $case = JourneyCase::query()->create([
                'id' => (string) Str::uuid7(), 'title' => trim($journey->title), 'app_key' => $journey->app, 'steps' => $journey->toArray()['steps'],
                'saved_by' => $by->name, 'saved_at' => Moment::write($this->clock->now()),
            ]);
            $this->audit->record('rules.case_saved', $by, null, [], ['case' => $case->title, 'steps' => count($journey->steps)], record: 'case');

            return $case;
        });
    }

    /**
     * All of them or none.
     *
     * @param  list<Journey>  $journeys
     * @return list<JourneyCase>
     *
     * @throws Refusal for what is no journey
     */
    public function keepAll(array $journeys, Actor $by): array
    {
        return $this->database->transaction(fn (): array => array_map(fn (Journey $one): JourneyCase => $this->keep($one, $by), $journeys));
    }

    /** @throws Refusal when there is none */
    public function run(string $id): JourneyCase
    {
        $document = $this->drafts->current()->document;

        return $this->ranUnder($this->get($id), $document, RulesInForce::digest($document));
    }

    /** @param  array<string, mixed>  $document */
    private function ranUnder(JourneyCase $case, array $document, string $digest): JourneyCase
    {
        $ran = array_map(static fn (?Outcome $one): ?array => $one?->toArray(), ($this->run)($case->journey(), $document));
        $this->database->transaction(fn () => $case->fill(['ran_digest' => $digest, 'ran' => $ran])->save());

        return $case;
    }

    /**
     * Runs those that were not run under these rules yet: it takes a second each, so never inside a transaction.
     *
     * @param  array<string, mixed>  $document
     * @return list<string> titles of those that go otherwise
     */
    public function failing(array $document): array
    {
        $digest = RulesInForce::digest($document);
        $failing = [];
        foreach ($this->all() as $case) {
            $holds = $this->holds($case, $digest) ?? $this->holds($this->ranUnder($case, $document, $digest), $digest);
            if ($holds !== true) {
                $failing[] = $case->title;
            }
        }

        return $failing;
    }

    /** Another whenever a case was added or removed. */
    public function fingerprint(): string
    {
        return hash('sha256', JourneyCase::query()->orderBy('id')->pluck('id')->implode(' '));
    }

    /** @throws Refusal when there is none */
    public function remove(string $id, SignedIn $operator): void
    {
        $this->database->transaction(function () use ($id, $operator): void {
            $case = $this->get($id);
            $case->delete();
            $this->audit->record('rules.case_removed', $operator->asOperator(), null, ['case' => $case->title], ['case' => null], record: 'case');
        });
    }

    /** @return bool|null whether it goes as it should under these rules; null where it was not run under them yet */
    public function holds(JourneyCase $case, string $digest): ?bool
    {
        if ($case->ran_digest !== $digest || $case->ran === null) {
            return null;
        }
        foreach ($case->steps as $at => $step) {
            if (isset($step['expected']) && $step['expected'] !== ($case->ran[$at] ?? null)) {
                return false;
            }
        }

        return true;
    }
}
