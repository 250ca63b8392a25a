<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Eris\Generators;
use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Tests\Support\Codes;
use Kennel\Tests\Support\Passwords;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PolicyRulesTest extends TestCase
{
    use Properties;

    private const NO_KINDS = ['letters' => 0, 'small' => 0, 'capitals' => 0, 'digits' => 0, 'others' => 0];

    /** A rule of older sites: "6 to 25 characters with at least one digit". */
    public function test_a_legacy_rule_is_expressible(): void
    {
        $rules = new PasswordRules(6, 25, [...self::NO_KINDS, 'digits' => 1]);
        self::assertSame([], $this->codes($rules, 'reeds9'));
        self::assertSame(['password.few_digits'], $this->codes($rules, 'reedmace'));
        self::assertSame(['password.too_long'], $this->codes($rules, 'reedmace under the willows 1'));
        self::assertSame(['password.too_short', 'password.few_digits'], $this->codes($rules, 'reedy'));
    }

    /** @param  array<string, int>  $kinds */
    #[DataProvider('compositions')]
    public function test_counts_kinds_in_any_script(array $kinds, string $password, bool $isMet): void
    {
        $few = array_filter($this->codes(new PasswordRules(1, 64, array_replace(self::NO_KINDS, $kinds)), $password), static fn (string $code): bool => str_starts_with($code, 'password.few_'));
        self::assertSame($isMet, $few === [], $password);
    }

    /** @return list<array{array<string, int>, string, bool}> */
    public static function compositions(): array
    {
        return [
            [['letters' => 3], 'ильза ждёт', true], [['letters' => 3], '12 чё 34', false],
            [['small' => 2, 'capitals' => 2], 'ÅÄöü', true], [['capitals' => 1], 'åäö', false], [['capitals' => 1], '日本語', false],
            [['digits' => 2], 'year ٢٠', true], [['digits' => 1], 'roman Ⅷ', false],
            [['others' => 2], 'a b c', true], [['others' => 1], "cafe\u{301}", false], [['others' => 1], 'otter🦦', true],
        ];
    }

    public function test_no_rules_verdict_depends_on_the_order_of_the_rules(): void
    {
        $policy = Passwords::policy(new PasswordRules(8, 20, [...self::NO_KINDS, 'digits' => 1, 'capitals' => 1], guesses: 8, words: ['Gaugebook']));
        $address = EmailAddress::parse('oriel.vance@alderwend.example');
        $this->limitTo(200)->forAll(
            Generators::oneOf(Texts::ofAnyScript(), Generators::elements('password', 'Gaugebook1', 'oriel.vance1', 'P4ssw0rd', 'slow green otters', '日本語', '12345678')),
            Generators::choose(0, 1_000_000),
        )->then(function (string $text, int $seed) use ($policy, $address): void {
            try {
                $password = PreparedPassword::from(new Secret($text));
            } catch (Refused) {
                return;
            }
            $verdicts = static function (array $rules) use ($policy, $password, $address): array {
                $candidate = $policy->candidate($password, $address);
                $verdicts = [];
                foreach ($rules as $rule) {
                    $verdicts[$rule->reason()->code] = $rule->isMetBy($candidate);
                }
                ksort($verdicts);

                return $verdicts;
            };
            $rules = $policy->rules();
            $shuffled = $rules;
            mt_srand($seed);
            shuffle($shuffled);
            $this->reach();
            $expected = $verdicts($rules);
            self::assertSame($expected, $verdicts($shuffled));
            // Nor on whether others were asked before, of the same candidate.
            foreach ($rules as $rule) {
                self::assertSame($expected[$rule->reason()->code], $rule->isMetBy($policy->candidate($password, $address)));
            }
        });
        $this->assertReached(120);
    }

    public function test_opaque_string_is_idempotent(): void
    {
        $this->limitTo(400)->forAll(Texts::ofAnyScript())->then(function (string $text): void {
            try {
                $once = PreparedPassword::from(new Secret($text));
            } catch (Refused) {
                return;
            }
            $this->reach();
            if ($once->secret->reveal() !== $text) {
                $this->reach('what preparing changes');
            }
            self::assertSame($once->secret->reveal(), PreparedPassword::from($once->secret)->secret->reveal());
        });
        $this->assertReached(100);
        $this->assertReached(50, 'what preparing changes');
    }

    public function test_what_the_hash_can_not_hold_is_refused_and_never_cut(): void
    {
        $bcrypt = new HashingRules(HashingRules::BCRYPT, new Argon2idParameters(64, 1, 1), 4);
        $policy = Passwords::policy(new PasswordRules(8, 100), hashing: $bcrypt);
        $codes = static fn (string $text): array => Codes::of($policy->reasonsAgainst(Passwords::prepared($text), null));
        self::assertSame([], $codes(implode(' ', array_fill(0, 12, 'otter'))));
        self::assertSame([], $codes(str_repeat('日本語 ', 7)), '70 bytes');
        self::assertSame(['password.too_many_bytes'], $codes(str_repeat('日本語 ', 8)), '32 code points, 80 bytes');
        $peppered = Passwords::policy(new PasswordRules(8, 100), hashing: new HashingRules(HashingRules::BCRYPT, new Argon2idParameters(64, 1, 1), 4, 'autumn'));
        self::assertSame([], $peppered->reasonsAgainst(Passwords::prepared(str_repeat('日本語 ', 8)), null), 'with a pepper, what bcrypt is handed has 44 bytes');
    }

    public function test_asks_for_guesses(): void
    {
        $rules = new PasswordRules(8, 64, guesses: 10);
        self::assertSame(['password.guessable'], $this->codes($rules, 'weirs-winter1'));
        self::assertSame([], $this->codes($rules, 'slow green otters swim'));
    }

    public function test_the_services_own_words_are_no_password(): void
    {
        self::assertSame(['password.is_word'], $this->codes(new PasswordRules(8, 64, words: ['Alder & Wend']), 'Alder-Wend-2026'));
    }

    public function test_rules_that_nothing_could_satisfy_are_refused(): void
    {
        $document = (require __DIR__.'/../../../../config/rules.php')['password'];
        foreach ([
            ['maximum' => 11, 'message' => 'password.minimum: must not be above password.maximum'],
            ['minimum' => 8, 'maximum' => 10, 'composition' => ['letters' => 6, 'small' => 0, 'capitals' => 0, 'digits' => 3, 'others' => 2], 'message' => 'asks for more characters'],
            ['history' => 25, 'message' => 'password.history'],
            ['words' => array_map(static fn (int $n): string => "word{$n}", range(1, 201)), 'message' => 'password.words: has more than 200 words'],
            ['composition' => ['letters' => 1], 'message' => 'password.composition.small: is missing'],
        ] as $change) {
            $message = $change['message'];
            unset($change['message']);
            try {
                PasswordRules::read(new Document(array_replace($document, $change), 'password'));
                self::fail("accepted: {$message}");
            } catch (InvalidRuleBook $mistake) {
                self::assertStringContainsString($message, $mistake->getMessage());
            }
        }
    }

    public function test_two_hundred_words_are_words_of_the_service(): void
    {
        $document = (require __DIR__.'/../../../../config/rules.php')['password'];
        self::assertCount(200, PasswordRules::read(new Document(['words' => array_map(static fn (int $n): string => "word{$n}", range(1, 200))] + $document, 'password'))->words);
    }

    public function test_each_limit_is_met_by_exactly_as_much_as_it_says(): void
    {
        $rules = new PasswordRules(12, 64);
        $longest = 'q7 '.str_repeat('unvexed heron ', 4).'wades';
        self::assertSame(64, mb_strlen($longest));
        self::assertNotContains('password.too_long', $this->codes($rules, $longest));
        self::assertContains('password.too_long', $this->codes($rules, "{$longest}!"));
        self::assertNotContains('password.too_short', $this->codes($rules, 'heron wading'));
        self::assertContains('password.too_short', $this->codes($rules, 'heron wadin'));
    }

    public function test_bcrypt_takes_72_bytes_however_few_characters_they_are(): void
    {
        $bcrypt = new HashingRules(HashingRules::BCRYPT, new Argon2idParameters(64, 1, 1), 4);
        $policy = Passwords::policy(new PasswordRules(8, 64), hashing: $bcrypt);
        $codes = static fn (string $text): array => Codes::of($policy->reasonsAgainst(Passwords::prepared($text), null));
        self::assertNotContains('password.too_many_bytes', $codes(str_repeat('é', 36)));
        self::assertContains('password.too_many_bytes', $codes(str_repeat('é', 36).'a'));
        self::assertContains('password.too_many_bytes', $codes(str_repeat('水', 40)), '40 characters are within the maximum and 120 bytes are not');
        self::assertTrue(Passwords::hasher($bcrypt)->canHash(Passwords::prepared(str_repeat('é', 36))));
        self::assertFalse(Passwords::hasher($bcrypt)->canHash(Passwords::prepared(str_repeat('é', 36).'a')));
    }

    public function test_how_much_more_than_a_word_is_enough(): void
    {
        $address = EmailAddress::parse('oriel.vance@alderwend.example');
        $codes = static fn (string $text): array => Codes::of(Passwords::policy(new PasswordRules(1, 64))->reasonsAgainst(Passwords::prepared($text), $address, ['Gaugebook', 'Tam']));
        self::assertContains('password.is_word', $codes('gaugebook qxzvw'), 'five more characters');
        self::assertNotContains('password.is_word', $codes('gaugebook qxzvwk'), 'six');
        self::assertNotContains('password.is_word', $codes('tam'), 'a word of three letters says nothing');
        self::assertContains('password.is_address', $codes('oriel.vanceqxzvw'));
        self::assertNotContains('password.is_address', $codes('oriel.vanceqxzvwk'));
        self::assertContains('password.is_address', $codes('alderwend.example'), 'its domain');
    }

    public function test_what_is_asked_of_kinds_has_to_fit_into_the_maximum(): void
    {
        $read = static fn (int $capitals): PasswordRules => PasswordRules::read(new Document(['minimum' => 8, 'maximum' => 16, 'composition' => ['letters' => 0, 'small' => 8, 'capitals' => $capitals, 'digits' => 0, 'others' => 0], 'history' => 0, 'guesses' => 0, 'words' => []], 'password'));
        self::assertSame(16, $read(8)->maximum);
        $this->expectException(InvalidRuleBook::class);
        $read(9);
    }

    /** @return list<string> */
    private function codes(PasswordRules $rules, string $password): array
    {
        return Codes::of(Passwords::policy($rules)->reasonsAgainst(Passwords::prepared($password), null));
    }
}
