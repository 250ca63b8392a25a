<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/**
 * How many guesses find a password, for somebody who tries words, dates, walks and repetitions before all else.
 *
 * The model is the one of D. L. Wheeler, "Low-Budget Password Strength Estimation", USENIX Security 2016, §4–5: of all ways to cut
 * the password into known stretches, the one that takes the fewest guesses counts: l! · Π guesses + 10 000^(l − 1) for l stretches.
 * What is known of no stretch costs ten guesses a character.
 */
final readonly class EstimateGuesses
{
    private const A_CHARACTER = 10.0;

    /** What an attacker has tried of shorter cuts before going on to one stretch more. */
    private const A_STRETCH = 10_000.0;

    /** A stretch among others costs no less, however early its word is tried. */
    private const LEAST = 50.0;

    public function __construct(private WordRanks $ranks, private int $year)
    {
    }

    /** @param  list<string>  $known  words of the account and the service, in lower case */
    public function __invoke(#[\SensitiveParameter] string $password, array $known = []): Estimate
    {
        return $this->estimate($password, $known, true);
    }

    /** @param  list<string>  $known */
    private function estimate(#[\SensitiveParameter] string $password, array $known, bool $looksForRepeats): Estimate
    {
        $characters = Characters::of($password);
        $finders = [new Words($this->ranks, $known), new Series, new Sequences, new Walks, new Dates($this->year)];
        if ($looksForRepeats) {
            $finders[] = new Repeats(fn (string $repeated): Estimate => $this->estimate($repeated, $known, false));
        }
        $ending = array_fill(0, $characters->count(), []);
        foreach ($finders as $finder) {
            foreach ($finder->in($characters) as $part) {
                $ending[$part->to][] = $part;
            }
        }

        return $this->cheapest($characters->count(), $ending);
    }

    /** @param  array<int, list<Part>>  $ending  by their last character */
    private function cheapest(int $count, array $ending): Estimate
    {
        /** @var array<int, array<int, array{product: float, part: Part}>> $best the cheapest cut that ends at a character, by its number of stretches */
        $best = [];
        /** @var array<int, array<int, float>> $cost its guesses */
        $cost = [];
        // Where an unknown stretch may begin: at the front, and behind a known one.
        $starts = [0];
        for ($to = 0; $to < $count; $to++) {
            $best[$to] = $cost[$to] = [];
            foreach ($ending[$to] as $part) {
                $this->put($best, $cost, $part, $this->guessesOf($part, $count), $to);
            }
            // Two unknown stretches side by side are one.
            foreach ($starts as $from) {
                $length = $to - $from + 1;
                $guesses = max(self::A_CHARACTER ** $length, $length === 1 ? self::A_CHARACTER + 1 : self::LEAST + 1);
                $this->put($best, $cost, new Part(PartKind::Unknown, $from, $to, $guesses), $guesses, $to);
            }
            foreach ($best[$to] as ['part' => $part]) {
                if ($part->kind !== PartKind::Unknown) {
                    $starts[] = $to + 1;

                    break;
                }
            }
        }
        if ($count === 0) {
            return new Estimate(0.0, []);
        }
        $last = $count - 1;
        assert($cost[$last] !== []);
        $stretches = (int) array_search(min($cost[$last]), $cost[$last], true);
        $guesses = $cost[$last][$stretches];
        $parts = [];
        for ($to = $last, $left = $stretches; $to >= 0; $left--) {
            $part = $best[$to][$left]['part'];
            array_unshift($parts, $part);
            $to = $part->from - 1;
        }

        return new Estimate(log10($guesses), $parts);
    }

    /**
     * @param  array<int, array<int, array{product: float, part: Part}>>  $best
     * @param  array<int, array<int, float>>  $cost
     */
    private function put(array &$best, array &$cost, Part $part, float $guesses, int $to): void
    {
        $before = $part->from === 0 ? [0 => null] : $best[$part->from - 1];
        foreach ($before as $stretches => $former) {
            if ($part->kind === PartKind::Unknown && $former !== null && $former['part']->kind === PartKind::Unknown) {
                continue;
            }
            $all = $stretches + 1;
            $product = ($former['product'] ?? 1.0) * $guesses;
            $total = $this->factorial($all) * $product + self::A_STRETCH ** ($all - 1);
            // A cut of fewer stretches that costs no more is always the better one.
            foreach ($cost[$to] as $others => $theirs) {
                if ($others <= $all && $theirs <= $total) {
                    continue 2;
                }
            }
            $cost[$to][$all] = $total;
            $best[$to][$all] = ['product' => $product, 'part' => $part];
        }
    }

    private function guessesOf(Part $part, int $count): float
    {
        $least = $part->length() === $count ? 1.0 : ($part->length() === 1 ? self::A_CHARACTER : self::LEAST);

        return max($part->guesses, $least);
    }

    private function factorial(int $number): float
    {
        $product = 1.0;
        for ($factor = 2; $factor <= $number; $factor++) {
            $product *= $factor;
        }

        return $product;
    }
}
