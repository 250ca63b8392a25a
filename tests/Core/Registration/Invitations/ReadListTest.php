<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Registration\Invitations;

use Kennel\Core\Registration\Invitations\InvitationRow;
use Kennel\Core\Registration\Invitations\MendAddress;
use Kennel\Core\Registration\Invitations\ReadList;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class ReadListTest extends TestCase
{
    /** @return iterable<string, array{string, list<array{string, string}>}> */
    public static function texts(): iterable
    {
        yield 'nothing' => ["\n \n", []];
        yield 'an address a line' => ["a@x.example\r\nb@x.example", [['a@x.example', ''], ['b@x.example', '']]];
        yield 'as mail programs have it' => ['Ada Holm <a@x.example>', [['a@x.example', 'Ada Holm']]];
        yield 'several, with commas' => ['Ada <a@x.example>, b@x.example, "Cy" <c@x.example>', [['a@x.example', 'Ada'], ['b@x.example', ''], ['c@x.example', 'Cy']]];
        yield 'several, with semicolons' => ['a@x.example; b@x.example;', [['a@x.example', ''], ['b@x.example', '']]];
        yield 'a name beside it' => ["Ada Holm, a@x.example\nb@x.example\tBo", [['a@x.example', 'Ada Holm'], ['b@x.example', 'Bo']]];
        yield 'with a space between' => ["a@x.example Ada Holm\nBo Lind b@x.example", [['a@x.example', 'Ada Holm'], ['b@x.example', 'Bo Lind']]];
        yield 'family name first' => ['Holm, Ada <a@x.example>', [['a@x.example', 'Ada Holm']]];
        yield 'what is none stays' => ["nobody\nwim@@x.example, Wim", [['nobody', ''], ['wim@@x.example', 'Wim']]];
        yield 'other scripts' => ["\u{FEFF}Сорока Ивлева <сорока@река.example>", [['сорока@река.example', 'Сорока Ивлева']]];
        yield 'with headings' => ["E-Mail,Name\na@x.example,Ada\n,\nb@x.example", [['a@x.example', 'Ada'], ['b@x.example', '']]];
    }

    /** @param  list<array{string, string}>  $people */
    #[DataProvider('texts')]
    public function test_a_pasted_list(string $text, array $people): void
    {
        self::assertSame($people, array_map(static fn (InvitationRow $row): array => [$row->email, $row->name], (new ReadList)->ofText($text)));
    }

    public function test_a_table_says_more_of_each(): void
    {
        $rows = (new ReadList(['home reach' => 'home_reach']))->ofText("Address;Home reach;ROLES;Language;App;What else\na@x.example;Mill;one, two|three;DE;example;no\nb@x.example;;;;;");
        self::assertEquals(new InvitationRow('a@x.example', '', 'example', ['one', 'two', 'three'], 'de', ['home_reach' => 'Mill']), $rows[0]);
        self::assertEquals(new InvitationRow('b@x.example'), $rows[1]);
    }

    public function test_without_a_column_of_addresses_the_first_line_is_no_heading(): void
    {
        self::assertSame('name', (new ReadList)->ofText("name\nAda")[0]->email);
    }

    /** @return iterable<string, array{string, string|null}> */
    public static function typed(): iterable
    {
        yield 'two signs' => ['wim@@x.example', 'wim@x.example'];
        yield 'a link' => ['mailto:a@x.example', 'a@x.example'];
        yield 'brackets and a comma' => ['<a@x.example>,', 'a@x.example'];
        yield 'spaces' => ['a @ x.example', 'a@x.example'];
        yield 'written out' => ['a (at) x.example', 'a@x.example'];
        yield 'a comma for the dot' => ['a@x,example', 'a@x.example'];
        yield 'two dots' => ['a@x..example', 'a@x.example'];
        yield 'what it is already' => ['a@x.example', null];
        yield 'beyond mending' => ['nobody', null];
        yield 'nothing' => ['', null];
    }

    #[DataProvider('typed')]
    public function test_what_was_probably_meant(string $typed, ?string $meant): void
    {
        self::assertSame($meant, MendAddress::of($typed));
    }
}
