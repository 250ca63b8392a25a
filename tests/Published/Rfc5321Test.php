<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Egulias\EmailValidator\EmailLexer;
use Egulias\EmailValidator\Validation\RFCValidation;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Tests\Support\Node;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** RFC 5321 §4.5.3.1 (sizes), RFC 5322 §3.4.1 (addresses), RFC 6531 §3.3 (international ones), RFC 3492 §7.1 (punycode). */
final class Rfc5321Test extends TestCase
{
    /** RFC 5321 §4.5.3.1.1: the local part has at most 64 octets. */
    public function test_local_part_of_64_octets(): void
    {
        self::assertSame(64, strlen(EmailAddress::parse(str_repeat('a', 64).'@post.example')->local));
        self::assertSame('email.local_too_long', $this->refusal(str_repeat('a', 65).'@post.example'));
        // Octets, not characters: 32 two-octet letters fit, 33 do not.
        self::assertSame(64, strlen(EmailAddress::parse(str_repeat('é', 32).'@post.example')->local));
        self::assertSame('email.local_too_long', $this->refusal(str_repeat('é', 33).'@post.example'));
    }

    /** RFC 5321 §4.5.3.1.3: a path has at most 256 octets with its angle brackets, so an address 254. */
    public function test_address_of_254_octets(): void
    {
        $domain = implode('.', [str_repeat('b', 63), str_repeat('c', 63), str_repeat('d', 53), 'example']);
        $longest = str_repeat('a', 64).'@'.$domain;
        self::assertSame(254, strlen($longest));
        self::assertSame($longest, EmailAddress::parse($longest)->toString());
        self::assertSame('email.too_long', $this->refusal(str_repeat('a', 64).'@x'.$domain));
    }

    /** RFC 1035 §2.3.4: a label has at most 63 octets. */
    public function test_labels_of_63_octets(): void
    {
        self::assertSame('a@'.str_repeat('b', 63).'.example', EmailAddress::parse('a@'.str_repeat('b', 63).'.example')->toString());
        self::assertSame('email.domain_invalid', $this->refusal('a@'.str_repeat('b', 64).'.example'));
    }

    /** RFC 5322 §3.2.3: the characters of an atom, each of them. */
    public function test_every_atom_character(): void
    {
        foreach (str_split('!#$%&\'*+-/=?^_`{|}~') as $character) {
            self::assertSame("a{$character}b@post.example", EmailAddress::parse("a{$character}b@post.example")->toString());
        }
        foreach (str_split('()<>[]:;,\\"') as $character) {
            self::assertContains($this->refusal("a{$character}b@post.example"), ['email.invalid']);
        }
    }

    /** RFC 5321 §4.1.2: a quoted string may hold what an atom may not. */
    public function test_quoted_local_parts(): void
    {
        foreach (['"two words"', '"a@b"', '"with\"quote"', '"very.(),:;<>[]long"'] as $local) {
            self::assertSame("{$local}@post.example", EmailAddress::parse("{$local}@post.example")->toString());
        }
    }

    /** A second opinion on local parts: egulias/email-validator. Where it warns of comments or folding, Kennel refuses. */
    public function test_an_independent_parser_agrees_on_local_parts(): void
    {
        $parts = ['a', '.', '..', '"', '\\"', ' ', '+', '@', '(', 'é', '用', '!', ',', '"x y"', "\t", "\0", '\\'];
        $random = new Randomizer(new Mt19937(5322));
        for ($case = 0; $case < 3_000; $case++) {
            $local = '';
            for ($length = $random->getInt(1, 5); $length > 0; $length--) {
                $local .= $parts[$random->getInt(0, count($parts) - 1)];
            }
            // The other parser takes a bare backslash for an atom character; RFC 5322 §3.2.3 does not list it.
            if (trim($local) !== $local || (str_contains($local, '\\') && ! str_contains($local, '"'))) {
                continue;
            }
            $theirs = new RFCValidation;
            if ($this->refusal("{$local}@post.example") === "accepted as {$local}@post.example") {
                self::assertTrue($theirs->isValid("{$local}@post.example", new EmailLexer), $local);
            } elseif (strpbrk($local, " (\t\0") === false && $theirs->isValid("{$local}@post.example", new EmailLexer)) {
                self::assertNotSame([], $theirs->getWarnings(), $local);
            }
        }
    }

    #[DataProvider('punycode')]
    public function test_international_domains(string $unicode, string $ascii): void
    {
        self::assertSame($ascii, EmailAddress::parse("a@{$unicode}.example")->domain);
        self::assertSame("a@{$unicode}.example", EmailAddress::parse("a@{$ascii}")->display());
    }

    /**
     * Samples of RFC 3492 §7.1, lower-cased as UTS #46 does; from memory, and tr46 below agrees.
     *
     * @return array<string, array{string, string}>
     */
    public static function punycode(): array
    {
        return [
            '(B) Chinese, simplified' => ['他们为什么不说中文', 'xn--ihqwcrb4cv8a8dqg056pqjye.example'],
            '(D) Czech' => ['pročprostěnemluvíčesky', 'xn--proprostnemluvesky-uyb24dma41a.example'],
            '(I) Russian' => ['почемужеонинеговорятпорусски', 'xn--b1abfaaepdrnnbgefbadotcwatmq2g4l.example'],
        ];
    }

    /** UTS #46, non-transitional: tr46 (npm) has tables and a Punycode of its own; ours asks ICU. */
    public function test_an_independent_conversion_of_domains_agrees(): void
    {
        $letters = ['a', 'é', 'ß', '中', '國', 'ü', '-', '1', 'Ö', 'я', 'ا', 'ש', 'х', 'ー', '日', 'İ', 'σ', 'ς', "\u{200D}", "\u{301}"];
        $random = new Randomizer(new Mt19937(3492));
        $domains = array_map(static fn (array $sample): string => "{$sample[0]}.example", array_values(self::punycode()));
        for ($case = 0; $case < 3_000; $case++) {
            $label = '';
            for ($length = $random->getInt(1, 10); $length > 0; $length--) {
                $label .= $letters[$random->getInt(0, count($letters) - 1)];
            }
            $domains[] = "{$label}.example";
        }
        $theirs = Node::ask("const { toASCII } = (await import('tr46')).default; output = input.map((domain) => toASCII(domain, { checkBidi: true, checkHyphens: true, checkJoiners: true, useSTD3ASCIIRules: true, verifyDNSLength: true }) ?? 'email.domain_invalid')", $domains);
        self::assertIsArray($theirs);
        $ours = array_map(fn (string $domain): string => str_replace('accepted as a@', '', $this->refusal("a@{$domain}")), $domains);
        self::assertGreaterThan(900, count(array_filter($ours, static fn (string $one): bool => str_starts_with($one, 'xn--'))), 'reached');
        self::assertSame($theirs, $ours);
    }

    /** RFC 6531 §3.3: UTF-8 in the local part. */
    public function test_international_local_parts(): void
    {
        foreach (['用户', 'χρήστης', 'пользователь', 'उपयोगकर्ता'] as $local) {
            self::assertSame("{$local}@post.example", EmailAddress::parse("{$local}@post.example")->toString());
        }
    }

    private function refusal(string $address): string
    {
        try {
            return 'accepted as '.EmailAddress::parse($address)->toString();
        } catch (Refused $refused) {
            return $refused->reason->code;
        }
    }
}
