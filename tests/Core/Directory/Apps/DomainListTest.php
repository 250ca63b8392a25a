<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Apps;

use Eris\Generators;
use Kennel\Core\Directory\Apps\Admission;
use Kennel\Core\Directory\Apps\DomainList;
use Kennel\Tests\Support\Properties;
use PHPUnit\Framework\TestCase;

final class DomainListTest extends TestCase
{
    use Properties;

    private const LABELS = ['a', 'post', 'example', 'co', 'xn--bcher-kva', 'x-y'];

    public function test_a_domain_is_matched_by_itself_and_where_that_is_meant_by_what_is_above_it(): void
    {
        $labels = Generators::bind(Generators::choose(2, 4), static fn (int $count) => Generators::vector($count, Generators::elements(...self::LABELS)));
        $this->limitTo(600)->forAll($labels, $labels, Generators::bool(), Generators::elements('another', 'the same', 'below'))->then(function (array $listed, array $other, bool $withSubdomains, string $which): void {
            $asked = ['another' => $other, 'the same' => $listed, 'below' => [...$other, ...$listed]][$which];
            $list = DomainList::of([implode('.', $listed)], $withSubdomains);
            $isSame = $listed === $asked;
            $isBelow = count($asked) > count($listed) && array_slice($asked, -count($listed)) === $listed;
            $this->reach($isSame ? 'the same' : ($isBelow ? 'below' : 'another'));
            self::assertSame($isSame || ($withSubdomains && $isBelow), $list->matches(implode('.', $asked)), implode('.', $listed).' and '.implode('.', $asked));
            self::assertTrue($list->matches(implode('.', $listed)));
            self::assertSame($withSubdomains, $list->matches('mail.'.implode('.', $listed)));
            self::assertFalse($list->matches('not'.implode('.', $listed)), 'a label is a whole one');
        });
        $this->assertReached(100, 'the same');
        $this->assertReached(100, 'below');
        $this->assertReached(100, 'another');
        self::assertFalse(DomainList::of(['post.example'])->matches('mail.post.example'), 'unless it is said, only itself');
    }

    public function test_every_script_is_compared_in_ascii(): void
    {
        self::assertTrue(DomainList::of(['BÜCHER.example'])->matches('xn--bcher-kva.example'));
        self::assertSame(['xn--d1aqf.test'], DomainList::of(['дом.test'])->domains);
        foreach (['', 'example', 'post..example', 'po st.example', '-.example ', 'post.example/'] as $none) {
            try {
                DomainList::of(['post.example', $none]);
                self::fail("\"{$none}\" was taken for a domain");
            } catch (\InvalidArgumentException $error) {
                self::assertStringContainsString("\"{$none}\"", $error->getMessage());
            }
        }
    }

    public function test_a_kind_of_admission_is_one_of_four(): void
    {
        self::assertSame([true, true, false, false], array_map(static fn (string $kind): bool => Admission::of($kind)->isOpen(), Admission::KINDS));
        $this->expectException(\InvalidArgumentException::class);
        Admission::of('everybody');
    }
}
