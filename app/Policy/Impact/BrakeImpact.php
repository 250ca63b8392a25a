<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Impact;

use Kennel\App\Credentials\Passwords\HashTimes;
use Kennel\App\Credentials\Passwords\Machine;
use Kennel\App\Credentials\Throttling\SigninHistory;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Credentials\Passwords\Blocklist;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Throttling\FallingShare;
use Kennel\Core\Credentials\Throttling\GuessBudget;
use Kennel\Core\Credentials\Throttling\Replay;
use Kennel\Core\Policy\Rules\RuleBook;
use Psr\Clock\ClockInterface;

/** What the brakes come to, in force and as drafted: how many guesses somebody gets, and what the last weeks' sign-ins would have met. */
final readonly class BrakeImpact
{
    /** In seconds: an hour, a day, thirty days, a year. */
    public const SPANS = ['hour' => 3_600, 'day' => 86_400, 'month' => 2_592_000, 'year' => 31_536_000];

    public const DAYS = 30;

    /** Of those who would have waited, the first are named. */
    private const NAMED = 50;

    public function __construct(
        private Drafts $drafts,
        private RulesInForce $inForce,
        private Accounts $accounts,
        private HashTimes $times,
        private PasswordHasher $hasher,
        private Blocklist $blocklist,
        private SigninHistory $history,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param  int  $sources  of an attacker who tries all accounts
     * @return array{accounts: int, sources: int, nets: int, a_second: float, refused: int, spans: list<array{span: string, unbraked: int, rules: array{in_force: array{one: int, all: int|null, one_share: float, all_share: float|null}, draft: array{one: int, all: int|null, one_share: float, all_share: float|null}|null}}>}
     */
    public function guesses(int $sources): array
    {
        $accounts = max(1, $this->accounts->countAll());
        // Addresses of one attacker lie in networks of a few dozen: common practice of whoever rents them.
        $nets = max(1, (int) ceil($sources / 16));
        $draft = $this->drafted();
        $aSecond = Machine::here()->cores / $this->secondsOfOne();
        $refused = $this->blocklist->size();
        $spans = [];
        foreach (self::SPANS as $span => $seconds) {
            $unbraked = (int) ($aSecond * $seconds);
            $of = static function (RuleBook $book) use ($seconds, $accounts, $sources, $nets, $unbraked, $refused): array {
                $budget = new GuessBudget($book->throttles);
                $one = min($budget->onOneAccount($seconds), $unbraked);
                $all = min($budget->onAll($seconds, $accounts, $sources, $nets), $unbraked);

                return ['one' => $one, 'all' => $all, 'one_share' => FallingShare::of($one, $refused), 'all_share' => FallingShare::of(intdiv($all, $accounts), $refused)];
            };
            $spans[] = ['span' => $span, 'unbraked' => $unbraked, 'rules' => ['in_force' => $of(RuleBook::fromArray($this->inForce->document())), 'draft' => $draft === null ? null : $of($draft)]];
        }

        return ['accounts' => $accounts, 'sources' => $sources, 'nets' => $nets, 'a_second' => round($aSecond, 1), 'refused' => $refused, 'spans' => $spans];
    }

    /**
     * @return array{attempts: int, milliseconds: int, in_force: array{held: int, longest: int, through: int, stopped: int}, draft: array{held: int, longest: int, through: int, stopped: int}|null, people: list<array{account_id: string, seconds: int}>} people are those the draft would have held back, or what is in force where there is none; -1 seconds where waiting would not have helped
     */
    public function replay(): array
    {
        $began = hrtime(true);
        $draft = $this->drafted();
        $replays = ['in_force' => new Replay(RuleBook::fromArray($this->inForce->document())->throttles), ...$draft === null ? [] : ['draft' => new Replay($draft->throttles)]];
        $attempts = 0;
        foreach ($this->history->since($this->clock->now()->modify('-'.self::DAYS.' days')) as $one) {
            $attempts++;
            foreach ($replays as $replay) {
                $replay->meet($one);
            }
        }
        $shown = $replays['draft'] ?? $replays['in_force'];

        return [
            'attempts' => $attempts,
            'milliseconds' => (int) ((hrtime(true) - $began) / 1e6),
            'in_force' => self::figures($replays['in_force']),
            'draft' => isset($replays['draft']) ? self::figures($replays['draft']) : null,
            'people' => $this->named($shown->heldBack()),
        ];
    }

    /** @return array{held: int, longest: int, through: int, stopped: int} */
    private static function figures(Replay $replay): array
    {
        $held = $replay->heldBack();

        return ['held' => count($held), 'longest' => (int) (array_values($held)[0] ?? 0), 'through' => $replay->guessesThrough(), 'stopped' => $replay->guessesStopped()];
    }

    /**
     * @param  array<string, int>  $held  seconds by keyed digest
     * @return list<array{account_id: string, seconds: int}>
     */
    private function named(array $held): array
    {
        $first = array_slice($held, 0, self::NAMED, true);
        $ids = $this->history->accountsOf(array_map(strval(...), array_keys($first)));
        $named = [];
        foreach ($first as $key => $seconds) {
            if (isset($ids[$key])) {
                $named[] = ['account_id' => $ids[$key], 'seconds' => $seconds];
            }
        }

        return $named;
    }

    private function drafted(): ?RuleBook
    {
        $draft = $this->drafts->current();

        return $draft->version === 0 ? null : $draft->book();
    }

    private function secondsOfOne(): float
    {
        $decoy = $this->hasher->decoy();
        $kind = HashKind::of($decoy);

        return max(1e-6, $this->times->known($kind) ?? $this->times->measure($kind, $decoy));
    }
}
