<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Accounts;

use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class PersonNameTest extends TestCase
{
    public function test_is_kept_composed_and_without_white_space_around_it(): void
    {
        self::assertSame("Zo\u{eb}", PersonName::parse(" Zoe\u{308}\u{a0}")->value);
    }

    public function test_120_characters_of_any_script_are_a_name_and_one_more_is_none(): void
    {
        self::assertSame(120, mb_strlen(PersonName::parse(str_repeat('水', 120))->value));
        self::assertSame('name.too_long', $this->refusal(str_repeat('水', 121)));
    }

    #[DataProvider('refused')]
    public function test_refuses_what_would_move_the_text_around_it_or_is_nobodys_name(string $text, string $code): void
    {
        self::assertSame($code, $this->refusal($text));
    }

    /** @return array<string, array{string, string}> */
    public static function refused(): array
    {
        return [
            'nothing' => ['', 'name.required'], 'white space' => [" \u{a0}", 'name.required'], 'signs of nothing' => ["\u{301}", 'name.characters'],
            'an isolate' => ["Tam\u{2066}", 'name.characters'], 'the last isolate' => ["Tam\u{2069}", 'name.characters'], 'an override' => ["Tam\u{202E}", 'name.characters'],
            'a line' => ["Tam\nPellow", 'name.characters'], 'not assigned' => ["Tam\u{378}", 'name.characters'], 'half a character' => ["Tam\xC3", 'name.characters'],
        ];
    }

    public function test_joiners_belong_to_several_scripts(): void
    {
        self::assertSame("क्\u{200D}ष", PersonName::parse("क्\u{200D}ष")->value);
    }

    /** A quoted local part means what it says, its plus among it. */
    public function test_a_tag_is_folded_where_the_rule_says_so(): void
    {
        $folds = static fn (string $address): string => (new AddressRules(true))->lookupKey(EmailAddress::parse($address));
        self::assertSame('tam@post.example', $folds('tam+river+gauge@post.example'));
        self::assertSame('+river@post.example', $folds('+river@post.example'));
        self::assertSame('"two words+x"@post.example', $folds('"two words+x"@post.example'));
        self::assertSame('tam+river@post.example', (new AddressRules(false))->lookupKey(EmailAddress::parse('tam+river@post.example')));
    }

    private function refusal(string $text): ?string
    {
        try {
            PersonName::parse($text);
        } catch (Refused $refused) {
            return $refused->reason->code;
        }

        return null;
    }
}
