<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Accounts;

use Eris\Generators;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class EmailAddressTest extends TestCase
{
    use Properties;

    #[DataProvider('spellings')]
    public function test_two_spellings_are_one_account(string $one, string $other): void
    {
        self::assertSame(EmailAddress::parse($one)->lookupKey(), EmailAddress::parse($other)->lookupKey());
    }

    /** @return array<string, array{string, string}> */
    public static function spellings(): array
    {
        return [
            'case of the domain' => ['tam@POST.example', 'tam@post.example'],
            'case of the local part' => ['Tam.Pellow@post.example', 'tam.pellow@post.example'],
            'white space around it' => ["  tam@post.example\t", 'tam@post.example'],
            'no-break space around it' => ["\u{a0}tam@post.example", 'tam@post.example'],
            'composed and decomposed' => ["zoe\u{308}@post.example", "zo\u{eb}@post.example"],
            'full folding' => ['strasse@post.example', 'straße@post.example'],
            'Greek final sigma' => ['νίκος@post.example', 'ΝΊΚΟΣ@post.example'],
            'domain in its own script' => ['a@bücher.example', 'a@xn--bcher-kva.example'],
            'full-width letters' => ['ｔam@post.example', 'tam@post.example'],
            'folded, then composed' => ["ß\u{301}@post.example", "SS\u{301}@post.example"],
            'a sign that is letters' => ['ﬁn@post.example', 'fin@post.example'],
            'a raised capital' => ['ᴬam@post.example', 'aam@post.example'],
            'quotes that change nothing' => ['"tam.pellow"@post.example', 'tam.pellow@post.example'],
        ];
    }

    public function test_a_tag_makes_another_account(): void
    {
        self::assertNotSame(EmailAddress::parse('tam+river@post.example')->lookupKey(), EmailAddress::parse('tam@post.example')->lookupKey());
    }

    #[DataProvider('refusals')]
    public function test_refuses_with_a_reason(string $text, string $code): void
    {
        try {
            EmailAddress::parse($text);
            self::fail("\"{$text}\" was accepted");
        } catch (Refused $refused) {
            self::assertSame($code, $refused->reason->code);
            self::assertSame('email', $refused->reason->field);
        }
    }

    /** @return array<string, array{string, string}> */
    public static function refusals(): array
    {
        return [
            'nothing' => ['', 'email.required'],
            'only white space' => [" \t ", 'email.required'],
            'a direction override in quotes' => ["\"tam\u{202E}\"@post.example", 'email.invalid'],
            'longer than 254 as it goes over the wire' => [str_repeat('a', 64).'@'.str_repeat('é.', 25).'example.'.str_repeat('a', 20).'.example', 'email.too_long'],
            'no at sign' => ['tam.post.example', 'email.invalid'],
            'nothing before it' => ['@post.example', 'email.invalid'],
            'nothing before it, and no domain either' => ['@nowhere', 'email.invalid'],
            'nothing after it' => ['tam@', 'email.domain_invalid'],
            '65 octets before it' => [str_repeat('a', 65).'@post.example', 'email.local_too_long'],
            '255 octets' => [str_repeat('a', 64).'@'.str_repeat('b', 63).'.'.str_repeat('c', 63).'.'.str_repeat('d', 54).'.example', 'email.too_long'],
            'two dots in a row' => ['tam..pellow@post.example', 'email.invalid'],
            'a dot at the end' => ['tam.@post.example', 'email.invalid'],
            'a space inside' => ['tam pellow@post.example', 'email.invalid'],
            'a comment' => ['tam(river)@post.example', 'email.invalid'],
            'an address literal' => ['tam@[192.0.2.1]', 'email.domain_invalid'],
            'a single label' => ['tam@localhost', 'email.domain_invalid'],
            'numbers for a top-level domain' => ['tam@192.0.2.1', 'email.domain_invalid'],
            'an underscore in the domain' => ['tam@po_st.example', 'email.domain_invalid'],
            'a control character' => ["ta\x07m@post.example", 'email.invalid'],
            'a line break' => ["tam@post.example\nBcc: all@post.example", 'email.invalid'],
            'NUL' => ["ta\0m@post.example", 'email.invalid'],
            'invalid UTF-8' => ["ta\xffm@post.example", 'email.invalid'],
            'a direction override' => ["ta\u{202e}m@post.example", 'email.invalid'],
        ];
    }

    public function test_a_lookup_key_is_its_own_lookup_key(): void
    {
        $this->limitTo(400)->forAll(Texts::ofLetters())
            ->then(function (string $local): void {
                try {
                    $key = EmailAddress::parse("{$local}@post.example")->lookupKey();
                } catch (Refused) {
                    return;
                }
                $this->reach();
                if (preg_match('/[^\x00-\x7F]/', $local) === 1) {
                    $this->reach('letters outside ASCII');
                }
                if ($key !== "{$local}@post.example") {
                    $this->reach('keys that are not the address as typed');
                }
                self::assertSame($key, EmailAddress::parse($key)->lookupKey());
            });
        $this->assertReached(150);
        $this->assertReached(100, 'letters outside ASCII');
        $this->assertReached(100, 'keys that are not the address as typed');
    }

    public function test_parsing_is_stable(): void
    {
        $locals = ['tam', 'Tam.Pellow', 'zoë', 'наталья', '陳', 'o\'brien', 'a+b', '"two words"', '"a@b"', 'x_y-z'];
        $domains = ['post.example', 'BÜCHER.example', 'дом.test', 'a-b.c-d.example'];
        $this->forAll(Generators::elements($locals), Generators::elements($domains))->then(static function (string $local, string $domain): void {
            $address = EmailAddress::parse("{$local}@{$domain}");
            self::assertSame($address->toString(), EmailAddress::parse($address->toString())->toString());
            self::assertSame($address->lookupKey(), EmailAddress::parse($address->display())->lookupKey());
        });
    }

    public function test_symbols_are_refused_by_name_and_letters_of_every_script_are_not(): void
    {
        foreach (['😀@post.example', 'tam😀@post.example', '"tam☂"@post.example', 'a±b@post.example'] as $typed) {
            self::assertSame('email.symbols', self::codeOf($typed), $typed);
        }
        foreach (['jörg@post.example', 'марен@post.example', '用户@post.example', 'a+b=c$d@post.example'] as $typed) {
            self::assertNull(self::codeOf($typed), $typed);
        }
        self::assertTrue(EmailAddress::parse('jörg@post.example')->needsUtf8Relay());
        self::assertFalse(EmailAddress::parse('jorg@bücher.example')->needsUtf8Relay(), 'a domain goes in ASCII');
    }

    private static function codeOf(string $typed): ?string
    {
        try {
            EmailAddress::parse($typed);
        } catch (Refused $refused) {
            return $refused->reason->code;
        }

        return null;
    }
}
