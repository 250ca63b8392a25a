<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Eris\Generators;
use Kennel\Core\Credentials\Passwords\Guesses\Characters;
use Kennel\Core\Credentials\Passwords\Guesses\Combinations;
use Kennel\Core\Credentials\Passwords\Guesses\Dates;
use Kennel\Core\Credentials\Passwords\Guesses\Estimate;
use Kennel\Core\Credentials\Passwords\Guesses\FindsParts;
use Kennel\Core\Credentials\Passwords\Guesses\Part;
use Kennel\Core\Credentials\Passwords\Guesses\PartKind;
use Kennel\Core\Credentials\Passwords\Guesses\Repeats;
use Kennel\Core\Credentials\Passwords\Guesses\Sequences;
use Kennel\Core\Credentials\Passwords\Guesses\Series;
use Kennel\Core\Credentials\Passwords\Guesses\Walks;
use Kennel\Core\Credentials\Passwords\Guesses\WordRanks;
use Kennel\Core\Credentials\Passwords\Guesses\Words;
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
            'two neighbours are not' => [new Sequences, 'kl', ['kl' => 52.0]],
            'backwards from an obvious end' => [new Sequences, 'zyx', ['zyx' => 24.0]],
            'five apart' => [new Sequences, 'afk', ['afk' => 12.0]],
            'one after another, each for itself' => [new Sequences, 'abc987', ['abc' => 12.0, '987' => 24.0]],
            'a turn belongs to both' => [new Sequences, 'mno98', ['mno' => 78.0, '98' => 16.0]],
            'the same over and over is none' => [new Sequences, 'bbbb', []],
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
            'twice is enough' => [new Repeats(static fn (): Estimate => new Estimate(1.0, [])), 'abab', ['abab' => 20.0]],
            'the unit that covers most' => [new Repeats(static fn (): Estimate => new Estimate(1.0, [])), 'aabaab', ['aabaab' => 20.0]],
            'one behind the other' => [new Repeats(static fn (): Estimate => new Estimate(1.0, [])), 'aabbb', ['aa' => 20.0, 'bbb' => 30.0]],
            'a bit more is no further time' => [new Repeats(static fn (): Estimate => new Estimate(1.0, [])), 'abababa', ['ababab' => 30.0]],
            'one of both lists goes by the months' => [new Series, 'octobernovember', ['octobernovember' => 2.0 * self::KNOWN * 2]],
            'and by the alphabet' => [new Series, 'novemberoscar', ['novemberoscar' => 2.0 * self::KNOWN * 2]],
            'backwards' => [new Series, 'threetwoone', ['threetwoone' => 2.0 * self::KNOWN * 3]],
            'not one after the other' => [new Series, 'onethree', ['onethree' => self::KNOWN ** 2]],
            'behind letters of more bytes' => [new Series, 'éonetwo', ['onetwo' => 2.0 * self::KNOWN * 2]],
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
        // By hand: 47 keys with 4.6 neighbours; each of the lengths from two on, without a turn.
        self::assertEqualsWithDelta(2 * 47 * 4.6, $guesses('qwe'), 1e-6);
        self::assertEqualsWithDelta(6 * 47 * 4.6, $guesses('qwertyu'), 1e-6);
        self::assertEqualsWithDelta(6 * 47 * 4.6 * 7, $guesses('qwErtyu'), 1e-6, 'one of seven shifted: seven ways');
        self::assertEqualsWithDelta(6 * 47 * 4.6 * (7 + 21), $guesses('qWErtyu'), 1e-6, 'two of them');
        self::assertEqualsWithDelta(6 * 47 * 4.6 * 2, $guesses('QWERTYU'), 1e-6, 'all of them');
        self::assertEqualsWithDelta(3 * 47 * 4.6 + (2 + 3) * 47 * 4.6 ** 2, $guesses('qwed'), 1e-6, 'with a turn');
        // The number pad: 15 keys with 5.07 neighbours.
        self::assertEqualsWithDelta(3 * 15 * 5.07 + (2 + 3) * 15 * 5.07 ** 2, $guesses('7415'), 1e-6);
        self::assertSame(0.0, $guesses('19'), 'two keys apart');
    }

    public function test_a_walk_is_found_where_it_is(): void
    {
        $found = static fn (string $password): array => array_map(static fn (Part $part): array => [$part->from, $part->to], (new Walks)->in(Characters::of($password)));
        self::assertSame([[1, 4]], $found('pasdf'));
        self::assertSame([[0, 2], [3, 6]], $found('qwemnbv'));
        self::assertSame([[0, 2]], $found('qweq'));
        self::assertSame([[0, 2]], $found('zse'), 'upwards, and to the right');
        self::assertSame([], $found('qqq'), 'a key is no neighbour of itself');
    }

    #[DataProvider('days')]
    public function test_a_day_is_read_in_whichever_way_is_nearest(string $text, ?int $years): void
    {
        $whole = array_filter((new Dates(1900))->in(Characters::of($text)), static fn (Part $part): bool => $part->from === 0 && $part->length() === strlen($text));
        self::assertCount($years === null ? 0 : 1, $whole, $text);
        foreach ($whole as $part) {
            self::assertSame($part->kind === PartKind::Year ? (float) $years : 365.0 * $years * (ctype_digit($text) ? 1 : 4), $part->guesses, $text);
        }
    }

    /** @return list<array{string, int|null}> with how far the year is from 1900, at least twenty */
    public static function days(): array
    {
        return [
            ['1999', 99], ['2049', 149], ['1900', 20], ['1921', 21], ['1920', 20], ['1880', 80], ['2050', null],
            ['1131', 111], ['11131', 131], ['55131', 55], ['111131', 131], ['191231', 20], ['311299', 99], ['320199', null],
            // Each of these can be taken apart in one way only.
            ['9900', 100], ['5199', 51], ['91099', 99], ['19999', 99], ['991999', 99], ['199999', 99], ['9101999', 99], ['1991999', 99], ['1999031', 99], ['1999329', 99],
            ['1311999', 99], ['1999131', 99], ['31121999', 99], ['19993112', 99], ['99999999', null], ['32139999', null],
            ['1/1/1000', 900], ['1/1/2050', 150], ['1/1/2051', null], ['1/1/999', null], ['1000-1-1', 900],
            ['1/1/50', 150], ['1/1/51', 51], ['31/12/99', 99], ['12/31/99', 99], ['32/12/99', null], ['13/13/99', null], ['14/13/51', null], ['0/12/99', null], ['12/0/99', null], ['12/12/99', 99],
            ['1.1.1980', 80], ['1-1-1980', 80], ['1_1_1980', 80], ['1 1 1980', 80], ['1\\1\\1980', 80], ['1,1,1980', null], ['1.1-1980', null], ['111', null],
        ];
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
        self::assertSame([[PartKind::Word, 400.0, ['capitals', 'look_alikes']]], $find('W3ir'));
        self::assertSame([[PartKind::Word, 1_000.0, ['capitals']]], $find('WEir'));
        self::assertSame([[PartKind::Word, 200.0, ['capitals']]], $find('weiR'), 'the last one');
        self::assertSame([[PartKind::Word, 400.0, ['capitals']]], $find('wEir'), 'one of four, and neither the first nor the last');
        $more = new Words($this->ranks(['plum' => 10, 'eel' => 10, 'reeve' => 10, 'ono' => 10, str_repeat('a', 30) => 10, str_repeat('b', 31) => 10]));
        $guesses = static fn (string $password): array => array_map(static fn (Part $part): array => [$part->from, $part->guesses], $more->in(Characters::of($password)));
        self::assertSame([[0, 20.0]], $guesses('p1um'), '"1" may be an l');
        self::assertSame([[0, 30.0]], $guesses('r3eve'), 'one e of three: three ways');
        self::assertSame([[0, 30.0]], $guesses('re3ve'));
        self::assertSame([[1, 10.0]], $guesses('xono'), 'its own mirror image is found once');
        self::assertSame([[0, 10.0]], $guesses(str_repeat('a', 30)));
        self::assertSame([], $guesses(str_repeat('b', 31)));
        self::assertSame([[2, 10.0]], $guesses('éxeel'));
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
