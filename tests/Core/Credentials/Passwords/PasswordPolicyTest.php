<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Credentials\Passwords;

use Kennel\App\Credentials\Passwords\CommonPasswords;
use Kennel\Core\Credentials\Passwords\Blocklist;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Tests\Support\Codes;
use Kennel\Tests\Support\FakeLists;
use Kennel\Tests\Support\Passwords;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PasswordPolicyTest extends TestCase
{
    private const LIST = __DIR__.'/../../../../resources/passwords/common.txt';

    /** @param  list<string>  $codes */
    #[DataProvider('passwords')]
    public function test_names_every_broken_rule(string $password, array $codes): void
    {
        $policy = Passwords::policy(new PasswordRules(12, 64), $this->blocklist());
        $reasons = $policy->reasonsAgainst(PreparedPassword::from(new Secret($password)), EmailAddress::parse('oriel.vance@alderwend.example'));

        self::assertSame($codes, Codes::of($reasons));
    }

    /** @return array<string, array{string, list<string>}> */
    public static function passwords(): array
    {
        return [
            'long enough and odd' => ['slow green otters swim', []],
            'eleven code points' => ['abcdefghijk', ['password.too_short']],
            'twelve emoji are twelve code points' => [str_repeat('🦦', 12), []],
            'eleven emoji, however many bytes' => [str_repeat('🦦', 11), ['password.too_short']],
            'too long' => [str_repeat('ab', 33), ['password.too_long']],
            'common in any case' => ['COMMON PASSWORD', ['password.common']],
            'short and common' => ['common', ['password.too_short', 'password.common']],
            'the address' => ['Oriel.Vance@alderwend.example', ['password.is_address']],
            'the local part and a year' => ['oriel.vance1987', ['password.is_address']],
            'the local part inside a sentence' => ['when oriel.vance walks home', []],
        ];
    }

    public function test_prepares_as_opaque_string(): void
    {
        self::assertSame("caf\u{e9} au lait", PreparedPassword::from(new Secret("cafe\u{301}\u{a0}au\u{3000}lait"))->secret->reveal());
        self::assertSame('Ａ', PreparedPassword::from(new Secret('Ａ'))->secret->reveal(), 'width is kept');
    }

    #[DataProvider('unpreparable')]
    public function test_refuses_what_cannot_be_typed_again(string $text, string $code): void
    {
        try {
            PreparedPassword::from(new Secret($text));
            self::fail('accepted');
        } catch (Refused $refused) {
            self::assertSame($code, $refused->reason->code);
        }
    }

    /** @return list<array{string, string}> */
    public static function unpreparable(): array
    {
        return [['', 'password.required'], ["tab\there", 'password.characters'], ["nul\0here", 'password.characters'], ["\xff", 'password.characters']];
    }

    public function test_every_line_of_the_list_is_found_and_nothing_else(): void
    {
        $lines = file(self::LIST, FILE_IGNORE_NEW_LINES);
        self::assertIsArray($lines);
        self::assertGreaterThan(40_000, count($lines));
        $list = new CommonPasswords(self::LIST);
        foreach ([$lines[0], $lines[1], $lines[array_key_last($lines)], ...array_map(static fn (int $n): string => $lines[$n * 97], range(1, 400))] as $line) {
            self::assertTrue($list->contains($line), $line);
            self::assertFalse($list->contains($line."\u{1}"), $line);
        }
        self::assertFalse($list->contains(''));
        self::assertFalse($list->contains("\u{10ffff}"));
    }

    public function test_a_known_name_is_seen_through_its_disguise(): void
    {
        $codes = fn (string $text): array => Codes::of(Passwords::policy(new PasswordRules(8, 64), $this->common())->reasonsAgainst(PreparedPassword::from(new Secret($text)), null, ['Ngozi Adeyemi-Holt', 'Gaugebook']));
        foreach (['gaugebook', 'G4ug3b00k', 'GaugeBook2026', '!!Gaugebook!!', 'koobeguag', 'Ngozi Adeyemi', 'adeyemi-1999', 'Gäugebook1'] as $text) {
            self::assertSame(['password.is_word'], $codes($text), $text);
        }
        self::assertSame(['password.common'], $codes('P4ssw0rdp4ssw0rd'), 'a common one in disguise');
        foreach (['gaugebook under the willow', 'slow green otters', 'holt of seven foxes'] as $text) {
            self::assertSame([], $codes($text), $text);
        }
    }

    private function common(): Blocklist
    {
        return new FakeLists;
    }

    private function blocklist(): Blocklist
    {
        return new FakeLists(['common password', 'common']);
    }
}
