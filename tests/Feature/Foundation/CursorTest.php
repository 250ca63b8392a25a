<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Foundation;

use Eris\Generators;
use Kennel\App\Foundation\Paging\Cursor;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Tests\Support\Properties;
use Kennel\Tests\Support\Texts;
use PHPUnit\Framework\TestCase;

final class CursorTest extends TestCase
{
    use Properties;

    public function test_it_comes_back_as_it_was_and_for_its_own_order_alone(): void
    {
        $this->limitTo(300)->forAll(Generators::elements('-seen', 'name', 'field'), Texts::ofAnyScript(), Generators::choose(0, PHP_INT_MAX))->then(function (string $sort, string $value, int $seq): void {
            $text = (new Cursor($sort, $value, $seq))->write();
            self::assertMatchesRegularExpression('/^[A-Za-z0-9_-]+$/D', $text, 'it needs no escaping in an address');
            self::assertEquals(new Cursor($sort, $value, $seq), Cursor::read($text, $sort));
            self::assertRefused($text, "{$sort}!");
            $this->reach();
        });
        $this->assertReached(300);
    }

    /** One that was cut, changed or made up is refused; it never is another place of the list by accident, nor an error of ours. */
    public function test_what_is_not_ours_is_refused(): void
    {
        $this->limitTo(300)->forAll(Texts::ofAnyScript(), Generators::choose(0, 40))->then(static function (string $text, int $cut): void {
            self::assertRefused($text, 'name');
            self::assertRefused(substr((new Cursor('name', $text, 5))->write(), 0, -1 - $cut), 'name');
        });
        foreach (['null', '[]', '{}', '["name","a"]', '["name","a","5"]', '["name",5,5]', '["name","a",5,6]', '{"0":"name","1":"a","3":5}', '["name",["a"],5]'] as $json) {
            self::assertRefused(rtrim(strtr(base64_encode($json), '+/', '-_'), '='), 'name');
        }
        self::assertNull(Cursor::read(null, 'name'), 'the beginning');
    }

    private static function assertRefused(string $text, string $sort): void
    {
        try {
            Cursor::read($text, $sort);
        } catch (Refusal $refusal) {
            self::assertSame('query.cursor', $refusal->reasons[0]->code);

            return;
        }
        self::fail("\"{$text}\" was taken for a cursor of {$sort}");
    }
}
