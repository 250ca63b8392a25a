<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Eris\Generators;
use Kennel\Core\Credentials\Passwords\Guesses\Characters;
use Kennel\Core\Credentials\Passwords\Guesses\Dates;
use Kennel\Core\Credentials\Passwords\Guesses\Estimate;
use Kennel\Core\Credentials\Passwords\Guesses\EstimateGuesses;
use Kennel\Core\Credentials\Passwords\Guesses\Part;
use Kennel\Core\Credentials\Passwords\Guesses\PartKind;
use Kennel\Core\Credentials\Passwords\Guesses\Repeats;
use Kennel\Core\Credentials\Passwords\Guesses\Sequences;
use Kennel\Core\Credentials\Passwords\Guesses\Series;
use Kennel\Core\Credentials\Passwords\Guesses\Strength;
use Kennel\Core\Credentials\Passwords\Guesses\Walks;
use Kennel\Core\Credentials\Passwords\Guesses\WordRanks;
use Kennel\Core\Credentials\Passwords\Guesses\Words;
use Kennel\Tests\Support\Passwords;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class EstimateGuessesTest extends TestCase
{
    use Properties;

    /** @param  list<string>  $kinds */
    #[DataProvider('passwords')]
    public function test_sees_what_a_stretch_is(string $password, array $kinds): void
    {
        self::assertSame($kinds, array_map(static fn (Part $part): string => $part->kind->value.($part->disguises === [] ? '' : ' '.implode(' ', $part->disguises)), (Passwords::guesses())($password, ['gaugebook'])->parts));
    }

    /** @return list<array{string, list<string>}> */
    public static function passwords(): array
    {
        return [
            ['password', ['common_password']],
            ['PASSWORD', ['common_password capitals']],
            ['P4ssw0rd', ['common_password capitals look_alikes']],
            ['drowssap', ['common_password backwards']],
            ['gaugebook', ['known']],
            ['G4ug3book', ['known capitals look_alikes']],
            ['mnopqr', ['sequence']],
            ['97531', ['sequence']],
            ['xvxvxvxv', ['repeat']],
            ['rtyuiknbvc', ['walk', 'walk']],
            ['17.3.1961', ['date']],
            ['19610317', ['date']],
            ['mondaytuesdaywednesday', ['series']],
            ['one-two-three-four', ['series']],
            ['kq7Xw', ['unknown']],
            ['heron1961', ['name', 'year']],
        ];
    }

    public function test_parts_cover_the_password_without_gaps(): void
    {
        $this->limitTo(300)->forAll(Generators::oneOf(Texts::ofAnyScript(), Generators::elements('Heron weir 1987!', 'aaaa日本語1234', 'qwertyüber99', str_repeat('otter 12', 30))))->then(static function (string $text): void {
            $text = mb_scrub($text);
            $estimate = (Passwords::guesses())($text);
            $next = 0;
            foreach ($estimate->parts as $part) {
                self::assertSame($next, $part->from);
                $next = $part->to + 1;
            }
            self::assertSame(min(100, mb_strlen($text)), $next);
            self::assertGreaterThanOrEqual(0.0, $estimate->guesses);
        });
    }

    /** Every way to cut a short password is tried; Wheeler's formula, worked out anew, says which takes the fewest guesses. */
    public function test_no_other_cut_takes_fewer_guesses(): void
    {
        $ranks = new class implements WordRanks
        {
            public function find(string $word): ?array
            {
                return ['heron' => ['rank' => 900, 'kind' => PartKind::Word], 'her' => ['rank' => 40, 'kind' => PartKind::Word], 'pass' => ['rank' => 3, 'kind' => PartKind::CommonPassword], 'one' => ['rank' => 700, 'kind' => PartKind::Word]][$word] ?? null;
            }
        };
        $estimate = new EstimateGuesses($ranks, 2026);
        $random = new Randomizer(new Mt19937(2016));
        $pieces = ['heron', 'her', 'pass', 'P4ss', 'one', 'abc', '321', '1999', '17.3.61', 'qwe', 'xx', 'k', '7', '!', 'zq', 'é'];
        $kinds = [];
        for ($case = 0; $case < 400; $case++) {
            $password = '';
            for ($count = $random->getInt(1, 4); $count > 0; $count--) {
                $password .= $pieces[$random->getInt(0, count($pieces) - 1)];
            }
            $password = mb_substr($password, 0, 11);
            $found = $estimate($password);
            self::assertEqualsWithDelta($this->fewest($password, $ranks, $estimate), $found->guesses, 1e-9, $password);
            foreach ($found->parts as $part) {
                $kinds[$part->kind->value] = true;
            }
        }
        self::assertGreaterThanOrEqual(7, count($kinds), 'reached');
    }

    /** @return float as a power of ten */
    private function fewest(string $password, WordRanks $ranks, EstimateGuesses $estimate): float
    {
        $characters = Characters::of($password);
        $count = $characters->count();
        $beginning = array_fill(0, $count, []);
        // What is repeated is looked for once, and not within what is repeated.
        $finders = [new Words($ranks), new Series, new Sequences, new Walks, new Dates(2026), new Repeats(static fn (string $repeated): Estimate => $estimate($repeated))];
        foreach ($finders as $finder) {
            foreach ($finder->in($characters) as $part) {
                // A stretch beside others costs fifty at least, a single character ten.
                $beginning[$part->from][] = [$part->to + 1, $part->length() === $count ? $part->guesses : max($part->guesses, $part->length() === 1 ? 10.0 : 50.0), false];
            }
        }
        for ($from = 0; $from < $count; $from++) {
            for ($to = $from; $to < $count; $to++) {
                $beginning[$from][] = [$to + 1, $to === $from ? 11.0 : max(10.0 ** ($to - $from + 1), 51.0), true];
            }
        }
        $fewest = INF;
        $cut = static function (int $from, int $stretches, float $product, bool $wasUnknown) use (&$cut, &$fewest, $beginning, $count): void {
            if ($from === $count) {
                $fewest = min($fewest, array_product(range(1, $stretches)) * $product + 10_000.0 ** ($stretches - 1));

                return;
            }
            foreach ($beginning[$from] as [$to, $guesses, $isUnknown]) {
                if (! $wasUnknown || ! $isUnknown) {
                    $cut($to, $stretches + 1, $product * $guesses, $isUnknown);
                }
            }
        };
        $cut(0, 0, 1.0, false);

        return log10($fewest);
    }

    public function test_a_disguise_costs_little_and_more_words_cost_much(): void
    {
        $guesses = static fn (string $text): float => (Passwords::guesses())($text)->guesses;
        self::assertLessThan(1.5, $guesses('P4ssw0rd') - $guesses('password'));
        self::assertGreaterThan(4, $guesses('otter lantern weir') - $guesses('otter lantern'));
        self::assertEqualsWithDelta(log10(2), $guesses('Password') - $guesses('password'), 0.2);
        self::assertGreaterThan($guesses('heron1999'), $guesses('heron1803'), 'years near the present are tried first');
    }

    public function test_a_word_costs_its_rank_and_each_way_of_writing_it_its_ways(): void
    {
        $ranks = new class implements WordRanks
        {
            public function find(string $word): ?array
            {
                return $word === 'lantern' ? ['rank' => 1_000, 'kind' => PartKind::Word] : null;
            }
        };
        $part = static fn (string $text): Part => (new Words($ranks))->in(Characters::of($text))[0];
        foreach (['lantern' => [1_000, []], 'nretnal' => [2_000, ['backwards']], 'Lantern' => [2_000, ['capitals']], 'lanterN' => [2_000, ['capitals']], 'LANTERN' => [2_000, ['capitals']], 'Nretnal' => [4_000, ['capitals', 'backwards']]] as $text => [$guesses, $disguises]) {
            self::assertEqualsWithDelta($guesses, $part($text)->guesses, 0.001, $text);
            self::assertSame($disguises, $part($text)->disguises, $text);
        }
        self::assertGreaterThan(2_000, $part('lANTern')->guesses, 'one that nobody tries at once');
    }

    public function test_steps_of_strength(): void
    {
        self::assertSame(['trivial', 'weak', 'middling', 'good', 'strong'], array_map(static fn (float $guesses): string => Strength::of($guesses)->value, [3.99, 4.0, 6.0, 8.0, 10.0]));
        self::assertSame(Strength::Trivial, (Passwords::guesses())('')->strength);
        self::assertSame(Strength::Strong, (Passwords::guesses())('x9!Qzr7$kLw2#Vb')->strength);
        self::assertNotSame(Strength::Strong, (Passwords::guesses())(str_repeat('x9!', 5))->strength, 'length alone is none');
    }

    public function test_words_that_ship_are_found_with_their_ranks(): void
    {
        $ranks = new \Kennel\App\Credentials\Passwords\RankedWords(__DIR__.'/../../../../resources/passwords/words.bin');
        self::assertSame(2, $ranks->find('password')['rank'] ?? null);
        self::assertSame(1, $ranks->find('123456')['rank'] ?? null);
        foreach (['', 'pässword', 'passwordd9x', str_repeat('a', 60)] as $none) {
            self::assertNull($ranks->find($none), $none);
        }
        $short = (string) tempnam(sys_get_temp_dir(), 'ranks');
        file_put_contents($short, 'not a list of ranks');
        try {
            (new \Kennel\App\Credentials\Passwords\RankedWords($short))->find('password');
            self::fail('read');
        } catch (\RuntimeException $error) {
            self::assertSame("{$short} cannot be read.", $error->getMessage());
        } finally {
            unlink($short);
        }
    }
}
