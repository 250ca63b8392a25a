<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\TestCase;

/** RFC 8265 §4.2 (the OpaqueString profile) and the examples of its §4.3, written down from memory. */
final class OpaqueStringTest extends TestCase
{
    use Properties;

    /** §4.3, table 3: what is prepared, and as what. From memory. */
    public function test_examples(): void
    {
        foreach ([
            'correct horse battery staple' => 'correct horse battery staple',
            'Correct Horse Battery Staple' => 'Correct Horse Battery Staple',
            "\u{3c0}\u{df}\u{e5}" => "\u{3c0}\u{df}\u{e5}",
            "Jack of \u{2666}s" => "Jack of \u{2666}s",
            // §4.2.2, rule 2: a non-ASCII space becomes U+0020.
            "foo\u{1680}bar" => 'foo bar',
        ] as $typed => $prepared) {
            self::assertSame($prepared, PreparedPassword::from(new Secret($typed))->secret->reveal());
        }
    }

    /** §4.3, table 4: a string of no characters, and one with a control character, are not allowed. From memory. */
    public function test_what_is_not_allowed(): void
    {
        foreach (['', "my cat is a \x09by"] as $text) {
            try {
                PreparedPassword::from(new Secret($text));
                self::fail('It was allowed.');
            } catch (Refused $refused) {
                self::assertSame('password', $refused->reason->field);
            }
        }
    }

    /** §4.2.2, rules 1 and 3: width and case are kept; rule 4: NFC. */
    public function test_width_and_case_are_kept_and_composition_is_not(): void
    {
        self::assertSame('ＡａA', PreparedPassword::from(new Secret('ＡａA'))->secret->reveal());
        self::assertSame("\u{c5}", PreparedPassword::from(new Secret("A\u{30a}"))->secret->reveal());
        self::assertSame("\u{c5}", PreparedPassword::from(new Secret("\u{212b}"))->secret->reveal());
    }

    public function test_preparing_twice_is_preparing_once(): void
    {
        $this->limitTo(500)->forAll(Texts::ofAnyScript())->then(function (string $text): void {
            try {
                $once = PreparedPassword::from(new Secret($text))->secret;
            } catch (Refused) {
                return;
            }
            if ($once->reveal() !== $text) {
                $this->reach('what preparing changes');
            }
            self::assertSame($once->reveal(), PreparedPassword::from($once)->secret->reveal());
        });
        $this->assertReached(50, 'what preparing changes');
    }
}
