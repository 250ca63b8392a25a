<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Passwords;

use Eris\Generators;
use Kennel\Core\Passwords\Guesses\Part;
use Kennel\Core\Passwords\Guesses\Strength;
use Kennel\Tests\Support\Passwords;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

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

    public function test_a_disguise_costs_little_and_more_words_cost_much(): void
    {
        $guesses = static fn (string $text): float => (Passwords::guesses())($text)->guesses;
        self::assertLessThan(1.5, $guesses('P4ssw0rd') - $guesses('password'));
        self::assertGreaterThan(4, $guesses('otter lantern weir') - $guesses('otter lantern'));
        self::assertEqualsWithDelta(log10(2), $guesses('Password') - $guesses('password'), 0.2);
        self::assertGreaterThan($guesses('heron1999'), $guesses('heron1803'), 'years near the present are tried first');
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
        $ranks = new \Kennel\App\Passwords\RankedWords(__DIR__.'/../../../resources/passwords/words.bin');
        self::assertSame(2, $ranks->find('password')['rank'] ?? null);
        self::assertSame(1, $ranks->find('123456')['rank'] ?? null);
        foreach (['', 'pässword', 'passwordd9x', str_repeat('a', 60)] as $none) {
            self::assertNull($ranks->find($none), $none);
        }
        $short = (string) tempnam(sys_get_temp_dir(), 'ranks');
        file_put_contents($short, 'not a list of ranks');
        try {
            (new \Kennel\App\Passwords\RankedWords($short))->find('password');
            self::fail('read');
        } catch (\RuntimeException $error) {
            self::assertSame("{$short} can not be read.", $error->getMessage());
        } finally {
            unlink($short);
        }
    }
}
