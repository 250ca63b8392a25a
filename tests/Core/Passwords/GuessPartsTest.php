<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Passwords;

use Eris\Generators;
use Kennel\Core\Passwords\Guesses\Characters;
use Kennel\Core\Passwords\Guesses\Combinations;
use Kennel\Core\Passwords\Guesses\Dates;
use Kennel\Core\Passwords\Guesses\Estimate;
use Kennel\Core\Passwords\Guesses\FindsParts;
use Kennel\Core\Passwords\Guesses\Part;
use Kennel\Core\Passwords\Guesses\PartKind;
use Kennel\Core\Passwords\Guesses\Repeats;
use Kennel\Core\Passwords\Guesses\Sequences;
use Kennel\Core\Passwords\Guesses\Series;
use Kennel\Core\Passwords\Guesses\Walks;
use Kennel\Core\Passwords\Guesses\WordRanks;
use Kennel\Core\Passwords\Guesses\Words;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Each finder by itself: what it finds, where, and for how many guesses. */
final class GuessPartsTest extends TestCase
{
    use Properties;

    /** Words of all lists of series, counted by hand: 134, "november" being in two. */
    private const KNOWN = 133.0;

    /** @param  array<array-key, float>  $expected  guesses by stretch */
    #[DataProvider('stretches')]
    public function test_finds_stretches_and_their_guesses(FindsParts $finder, string $password, array $expected): void
    {
        $found = [];
        foreach ($finder->in(Characters::of($password)) as $part) {
            $found[mb_substr($password, $part->from, $part->length())] = $part->guesses;
        }
        self::assertEqualsWithDelta($expected, $found, 0.01);
    }

    /** @return array<string, array{FindsParts, string, array<array-key, float>}> */
    public static function stretches(): array
    {
        $year = new Dates(2026);

        return [
            'a sequence from an obvious start' => [new Sequences, 'xabcdx', ['abcd' => 16.0]],
            'one of digits, downwards' => [new Sequences, '87654', ['87654' => 100.0]],
            'by twos' => [new Sequences, 'acegi', ['acegi' => 20.0]],
            'two letters apart are chance' => [new Sequences, 'ac!', []],
            'too far apart' => [new Sequences, 'agms', []],
            'of another script' => [new Sequences, 'абвг', ['абвг' => 104.0]],
            'a year' => [$year, '1961', ['1961' => 65.0]],
            'a near year is tried with its neighbours' => [$year, '2024', ['2024' => 20.0]],
            'a day with marks' => [$year, '1961-03-17', ['1961' => 65.0, '1961-03-1' => 4 * 365 * 65.0, '1961-03-17' => 4 * 365 * 65.0, '61-03-17' => 4 * 365 * 65.0, '61-03-1' => 4 * 365 * 65.0, '1-03-17' => 4 * 365 * 20.0]],
            'marks that differ are no date' => [$year, '17.3/61', []],
            'months by name' => [new Series, 'marchapril', ['marchapril' => 2.0 * self::KNOWN * 2]],
            'and backwards, with marks and a capital' => [new Series, 'xApril-March', ['April-March' => 2.0 * self::KNOWN * 2 * 10 * 2]],
            'of two lists' => [new Series, 'redmonday', ['redmonday' => self::KNOWN ** 2]],
            'one word is no series' => [new Series, 'monday1', []],
            'repeated letters' => [new Repeats(static fn (): Estimate => new Estimate(1.0, [])), 'xaaaay', ['aaaa' => 40.0]],
            'repeated words, by the shortest unit' => [new Repeats(static fn (): Estimate => new Estimate(2.0, [])), 'xotterotterotter', ['otterotterotter' => 300.0]],
            'nothing repeated' => [new Repeats(static fn (): Estimate => new Estimate(2.0, [])), 'abcdef', []],
        ];
    }

    public function test_walks_cost_more_for_each_turn_and_for_shift(): void
    {
        $guesses = static function (string $password): float {
            $parts = (new Walks)->in(Characters::of($password));

            return $parts === [] ? 0.0 : max(array_map(static fn (Part $part): float => $part->guesses, $parts));
        };
        self::assertSame(0.0, $guesses('qw'), 'two keys are chance');
        self::assertSame(0.0, $guesses('qlmz'));
        self::assertGreaterThan(0.0, $guesses('qwe'));
        self::assertGreaterThan($guesses('qwertyu'), $guesses('qwedcvb'), 'turns');
        self::assertGreaterThan($guesses('qwertyu'), $guesses('qwErtyu'), 'a shifted key');
        self::assertEqualsWithDelta(2 * $guesses('qwertyu'), $guesses('QWERTYU'), 0.01, 'all of them shifted');
        self::assertGreaterThan(0.0, $guesses('7415'), 'the number pad');
    }

    public function test_words_are_seen_in_disguise_and_each_disguise_costs(): void
    {
        $words = new Words($this->ranks(['weir' => 100, 'lantern' => 1_000]), ['gauge']);
        $find = static function (string $password) use ($words): array {
            $found = [];
            foreach ($words->in(Characters::of($password)) as $part) {
                $found[] = [$part->kind, $part->guesses, $part->disguises];
            }

            return $found;
        };
        self::assertSame([[PartKind::Word, 100.0, []]], $find('xweirx'));
        self::assertSame([[PartKind::Word, 200.0, ['capitals']]], $find('Weir'));
        self::assertSame([[PartKind::Word, 200.0, ['capitals']]], $find('WEIR'));
        self::assertSame([[PartKind::Word, 1_000.0, ['capitals']]], $find('WeIr'), 'two capitals of four: 4 + 6 ways');
        self::assertSame([[PartKind::Word, 200.0, ['look_alikes']]], $find('w3ir'));
        self::assertSame([[PartKind::Word, 200.0, ['look_alikes']]], $find('wéir'));
        self::assertSame([[PartKind::Word, 200.0, ['backwards']]], $find('riew'));
        self::assertSame([[PartKind::Word, 400.0, ['look_alikes', 'backwards']]], $find('ri3w'));
        self::assertSame([[PartKind::Known, 1.0, []]], $find('gauge'), 'before all others');
        self::assertSame([], $find('we'));
    }

    public function test_combinations(): void
    {
        self::assertSame([1.0, 4.0, 6.0, 10.0], [Combinations::choose(5, 0), Combinations::choose(4, 1), Combinations::choose(4, 2), Combinations::choose(5, 3)]);
        self::assertSame([0.0, 5.0, 10.0], [Combinations::ways(0, 3), Combinations::ways(1, 4), Combinations::ways(2, 2)]);
    }

    public function test_one_index_fits_every_reading(): void
    {
        $this->limitTo(300)->forAll(Texts::ofAnyScript(), Generators::elements('ẞtraße', 'İstanbul', '🦦otter', 'ŉaïve', "e\u{301}"))->then(static function (string $text, string $odd): void {
            $characters = Characters::of(mb_scrub($text.$odd));
            foreach ([$characters->lower, ...$characters->readings] as $reading) {
                self::assertCount($characters->count(), $reading);
                self::assertSame($characters->count(), mb_strlen(implode('', $reading)));
            }
        });
    }

    /** @param  array<string, int>  $ranks */
    private function ranks(array $ranks): WordRanks
    {
        return new class($ranks) implements WordRanks
        {
            /** @param  array<string, int>  $ranks */
            public function __construct(private readonly array $ranks)
            {
            }

            public function find(string $word): ?array
            {
                return isset($this->ranks[$word]) ? ['rank' => $this->ranks[$word], 'kind' => PartKind::Word] : null;
            }
        };
    }
}
