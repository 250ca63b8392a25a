<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\ImportColumn;
use Kennel\Core\Administration\Imports\SuggestColumns;
use Kennel\Core\Administration\Imports\SuggestTarget;
use Kennel\Core\Administration\Imports\SuggestTransforms;
use Kennel\Core\Administration\Imports\Transforms\ReadTransform;
use Kennel\Core\Foundation\Reasons\Refused;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What is done to a cell on its way in, and what of it suggests itself. */
final class TransformsTest extends TestCase
{
    /** @param  array<string, mixed>  $transform */
    #[DataProvider('cells')]
    public function test_does_what_it_says(array $transform, string $cell, string $expected): void
    {
        $read = ReadTransform::of($transform);
        try {
            $became = $read->apply($cell);
        } catch (Refused $refused) {
            $became = $refused->reason->code;
        }
        self::assertSame($expected, $became);
        self::assertSame([], array_udiff_assoc($transform, $read->toArray(), static fn (mixed $one, mixed $other): int => $one === $other ? 0 : 1), 'it says of itself what it was told');
    }

    /** @return list<array{array<string, mixed>, string, string}> */
    public static function cells(): array
    {
        $words = ['do' => 'words', 'words' => [['Enabled', 'active'], [' gone ', '']], 'otherwise' => 'refuse'];
        $dates = static fn (string ...$styles): array => ['do' => 'dates', 'styles' => $styles];
        $part = static fn (string $at, string $keep): array => ['do' => 'part', 'at' => $at, 'keep' => $keep];

        return [
            [['do' => 'trim'], "\u{A0} Ada \u{2003} Lovell\u{200B}\n", 'Ada Lovell'],
            [['do' => 'lower_case'], 'ÄDA@Post.EXAMPLE', 'äda@post.example'],
            [$words, 'ENABLED ', 'active'],
            [$words, 'gone', ''],
            [$words, '', ''],
            [$words, 'other', 'import.word_unknown'],
            [[...$words, 'otherwise' => 'keep'], 'other', 'other'],
            [[...$words, 'otherwise' => 'leave_empty'], 'other', ''],
            [$dates('dd.mm.yyyy', 'yyyy-mm-dd'), '31.12.2019', '2019-12-31'],
            [$dates('dd.mm.yyyy', 'yyyy-mm-dd'), ' 2019-12-31 ', '2019-12-31'],
            [$dates('dd.mm.yyyy'), '31.02.2019', 'import.date'],
            [$dates('dd.mm.yyyy'), '01.01.0019', 'import.date'],
            [$dates('dd/mm/yyyy'), '04/03/2020', '2020-03-04'],
            [$dates('mm/dd/yyyy'), '04/03/2020', '2020-04-03'],
            [$dates('yyyy-mm-dd hh:mm'), '2020-04-03 07:30', '2020-04-03T07:30:00.000Z'],
            [$dates('unix'), '0', '1970-01-01T00:00:00.000Z'],
            [$dates('unix_ms'), '1588334400123', '2020-05-01T12:00:00.123Z'],
            [$dates('unix'), '-1', '1969-12-31T23:59:59.000Z'],
            [$dates('unix'), 'soon', 'import.date'],
            [$dates('unix'), '', ''],
            [['do' => 'yes_no', 'yes' => ['Ja'], 'no' => ['Nein']], 'JA', 'yes'],
            [['do' => 'yes_no', 'yes' => ['Ja'], 'no' => ['Nein']], 'nein', 'no'],
            [['do' => 'yes_no', 'yes' => ['Ja'], 'no' => ['Nein']], 'yes', 'import.yes_no'],
            [['do' => 'yes_no', 'yes' => ['Ja'], 'no' => ['Nein']], ' ', ''],
            [$part(',', 'before_first'), 'Lovell, Ada, jr.', 'Lovell'],
            [$part(',', 'after_first'), 'Lovell, Ada, jr.', 'Ada, jr.'],
            [$part(' ', 'before_last'), 'Ada Maria Lovell', 'Ada Maria'],
            [$part(' ', 'after_last'), 'Ada Maria Lovell', 'Lovell'],
            [$part(',', 'before_first'), 'Ada', 'Ada'],
            [$part(',', 'after_last'), 'Ada', ''],
        ];
    }

    #[DataProvider('nonsense')]
    public function test_refuses_what_is_none(mixed $transform): void
    {
        $this->expectException(Refused::class);
        ReadTransform::of($transform);
    }

    /** @return list<array{mixed}> */
    public static function nonsense(): array
    {
        return [
            ['trim'], [[]], [['do' => 'eval']], [['do' => 'words', 'words' => ['a' => 'b']]], [['do' => 'words', 'words' => [['a']]]], [['do' => 'words', 'words' => [['a', 'b', 'c']]]],
            [['do' => 'words', 'words' => [[1, 'b']]]], [['do' => 'words', 'words' => array_fill(0, 1_001, ['a', 'b'])]], [['do' => 'words', 'words' => [], 'otherwise' => 'guess']],
            [['do' => 'dates', 'styles' => []]], [['do' => 'dates', 'styles' => ['whenever']]], [['do' => 'yes_no', 'yes' => ['a'], 'no' => ['A']]], [['do' => 'yes_no', 'yes' => []]],
            [['do' => 'part', 'at' => '', 'keep' => 'before_first']], [['do' => 'part', 'at' => ',', 'keep' => 'middle']],
        ];
    }

    /**
     * @param  list<string>  $cells
     * @param  list<array{string, list<string>}>  $expected  targets and what is done
     */
    #[DataProvider('columns')]
    public function test_suggests_what_a_column_is(string $column, array $cells, array $expected): void
    {
        $suggest = new SuggestColumns(new SuggestTarget(Rules::fields()), new SuggestTransforms(Rules::fields()));
        $suggested = $suggest([$column], array_map(static fn (string $cell): array => [$column => $cell], $cells), Rules::facts());
        self::assertSame($expected, array_map(static fn (ImportColumn $one): array => [$one->to, array_map(static fn ($transform): string => $transform->toArray()['do'], $one->transforms)], $suggested));
    }

    /** @return list<array{string, list<string>, list<array{string, list<string>}>}> */
    public static function columns(): array
    {
        return [
            ['E-Mail', ['A@x.example', 'b@x.example'], [['address', ['lower_case']]]],
            ['contact', ['a@x.example', 'b@x.example', '-'], []],
            ['contact', ['a@x.example', 'b@x.example', 'c@x.example', '-'], [['address', []]]],
            ['Vorname', [' Ada'], [['given_name', ['trim']]]],
            ['name', ['Lovell, Ada', 'Aske, Wren'], [['given_name', ['part']], ['family_name', ['part']]]],
            ['name', ['Ada Lovell', 'Wren, the elder'], [['name', []]]],
            ['pass', ['hunter2', 'secret'], []],
            ['what', ['$2y$10$aaaaaaaaaaaaaaaaaaaaaa', '{SSHA}aaaaaaaaaaaa'], [['hash', []]]],
            ['id', ['1', '2'], []],
            ['uuid', ['01890a5d-ac96-774b-bcce-b302099a8057'], [['id', []]]],
            ['state', ['enabled', 'Banned'], [['status', ['words']]]],
            ['state', ['active', 'suspended'], [['status', []]]],
            ['groups', ['reader, Writer'], [['roles', ['words']]]],
            ['rights.title', ['reader'], [['roles', []]]],
            ['joined', ['31.12.2019', '2019-12-30'], [['created', ['dates']]]],
            ['joined', ['2019-12-30', '2019-12-30T00:00:00Z'], [['created', []]]],
            ['verified', ['ja', 'nein'], [['verified', ['yes_no']]]],
            ['verified', ['1', '0'], [['verified', []]]],
            ['verified', ['31.12.2019'], [['verified', ['dates']]]],
            ['Home Reach', ['Upper Lane', 'mill lane', 'Saltngs'], [['field:home', ['words']]]],
            ['where', ['Upper Lane', 'Saltings', 'Mill Lane'], [['field:home', ['words']]]],
            ['trainedon', ['04.03.2020'], [['field:trained_on', ['dates']]]],
            ['colour', ['red'], []],
        ];
    }
}
