<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\App\Foundation\SystemEntropy;
use Kennel\Core\Credentials\Passwords\Disguise;
use Kennel\Core\Credentials\Passwords\Policy\Known;
use Kennel\Core\Credentials\Passwords\Schemes\Schemes;
use Kennel\Core\Credentials\Passwords\TemporaryPassword;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Text\EmailAddress;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class DisguiseTest extends TestCase
{
    #[DataProvider('disguises')]
    public function test_takes_off_what_is_put_over_a_word(string $typed, string $meant): void
    {
        self::assertContains($meant, Disguise::undo($typed));
    }

    /** @return list<array{string, string}> */
    public static function disguises(): array
    {
        return [
            ['Password', 'password'], ['P4$$w0rd', 'password'], ['pässwörd', 'password'], ['123password!!', 'password'], ['drowssap', 'password'], ['DR0W55AP99', 'password'],
            ['he110', 'hello'], ['ＰＡＳＳ', 'pass'], ['straße', 'strasse'],
        ];
    }

    public function test_nothing_empty_is_meant_and_what_is_not_a_word_stays(): void
    {
        self::assertSame([], Disguise::undo(''));
        self::assertContains('12345678', Disguise::undo('12345678'));
        self::assertNotContains('', Disguise::undo('!!!!'));
        foreach (['渡辺葵', "a\u{301}b", '🦦🦦🦦'] as $text) {
            self::assertNotSame([], Disguise::undo($text));
        }
    }

    public function test_temporary_passwords_use_every_letter_about_as_often_and_never_repeat(): void
    {
        $letters = [];
        $seen = [];
        for ($draw = 0; $draw < 2_000; $draw++) {
            $password = TemporaryPassword::draw(new SystemEntropy)->reveal();
            self::assertMatchesRegularExpression('/^([a-hjkmnp-z2-9]{5}-){3}[a-hjkmnp-z2-9]{5}$/D', $password, 'none of 0 o 1 i l');
            $seen[$password] = true;
            foreach (count_chars(str_replace('-', '', $password), 1) as $letter => $count) {
                $letters[$letter] = ($letters[$letter] ?? 0) + $count;
            }
        }
        self::assertCount(2_000, $seen);
        self::assertCount(31, $letters);
        // 40 000 letters over 31: six standard deviations around 1 290.
        self::assertGreaterThan(1_070, min($letters));
        self::assertLessThan(1_510, max($letters));
    }

    public function test_bytes_that_would_favour_some_letters_are_thrown_away(): void
    {
        $entropy = new class implements Entropy
        {
            private int $calls = 0;

            public function bytes(int $length): string
            {
                return str_repeat($this->calls++ === 0 ? "\xFF" : "\x00", $length);
            }
        };
        self::assertSame('aaaaa-aaaaa-aaaaa-aaaaa', TemporaryPassword::draw($entropy)->reveal());
    }

    public function test_what_others_know_of_an_account_are_its_words_and_its_domain(): void
    {
        $address = EmailAddress::parse('tam.pellow@millreach.co.example');
        self::assertSame(['maren', 'pellow', 'millreach'], Known::words($address, ['Maren', 'Tam']), 'what is shorter than four letters turns up by chance');
        self::assertSame(['maren'], Known::words(null, ['Maren', 'maren']));
        $many = array_map(static fn (int $n): string => sprintf('word%03d', $n), range(1, 60));
        self::assertSame(array_slice($many, 0, 50), Known::in($many), 'whoever asks decides how long the texts are');
    }

    public function test_bcrypt_takes_nothing_for_what_ends_before_a_zero_byte(): void
    {
        $stored = password_hash('heron', PASSWORD_BCRYPT, ['cost' => 4]);
        self::assertSame([true, false, false], array_map(static fn (string $password): bool => Schemes::verifying($stored)?->matches($password, $stored) ?? false, ['heron', "heron\0", "heron\0weir"]));
    }
}
