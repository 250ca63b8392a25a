<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Policy\Rules;

use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Policy\Rules\RuleBook;
use Kennel\Core\Policy\Rules\RuleDiff;
use Kennel\Core\Policy\Rules\Upgrades\Step;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;
use Kennel\Tests\Support\Books;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

final class UpgradeBookTest extends TestCase
{
    public function test_what_ships_has_todays_format(): void
    {
        self::assertSame(UpgradeBook::ofToday()->format(), Books::demo()['format']);
        self::assertSame(Books::demo(), UpgradeBook::ofToday()(Books::demo()));
    }

    public function test_a_document_of_the_first_release_is_led_to_todays_and_can_be_read(): void
    {
        $first = array_diff_key(Books::demo(), ['format' => true]);

        self::assertSame(Books::demo(), UpgradeBook::ofToday()($first));
        RuleBook::fromArray(UpgradeBook::ofToday()($first));
    }

    public function test_a_document_that_was_not_led_there_is_a_mistake(): void
    {
        $this->expectExceptionMessage('format: is missing');
        RuleBook::fromArray(array_diff_key(Books::demo(), ['format' => true]));
    }

    public function test_new_rules_get_their_default_and_old_ones_go(): void
    {
        $upgrade = new UpgradeBook([
            new Step(2, added: ['sessions.idle' => 'PT2H', 'apps.*.session' => 'after_proof']),
            new Step(3, gone: ['sessions.forever', 'apps.*.motto'], reshape: static function (array $document): array {
                $document['limits'] = ['times' => $document['times']];
                unset($document['times']);

                return $document;
            }),
        ]);
        $first = ['times' => 5, 'sessions' => ['forever' => true], 'apps' => [['key' => 'one', 'motto' => 'On'], ['key' => 'two', 'session' => 'at_once']]];
        $after = $upgrade($first);

        self::assertSame([
            'format' => 3,
            'sessions' => ['idle' => 'PT2H'],
            'apps' => [['key' => 'one', 'session' => 'after_proof'], ['key' => 'two', 'session' => 'at_once']],
            'limits' => ['times' => 5],
        ], $after);
        self::assertSame($after, $upgrade($after), 'led there once, it stays');
        self::assertSame(['before' => true, 'after' => null], RuleDiff::between($first, $after)['sessions.forever']);
        self::assertSame(['before' => 'On', 'after' => null], RuleDiff::between($first, $after)['apps.one.motto']);
        self::assertSame(['before' => null, 'after' => 'PT2H'], RuleDiff::between($first, $after)['sessions.idle']);
    }

    public function test_only_the_steps_after_its_own_format_are_taken(): void
    {
        $upgrade = new UpgradeBook([new Step(2, added: ['a' => 1]), new Step(3, added: ['b' => 1])]);

        self::assertSame(['format' => 3, 'b' => 1], $upgrade(['format' => 2]));
        self::assertSame(3, $upgrade->format());
    }

    public function test_a_rule_whose_surroundings_are_missing_stays_missing(): void
    {
        self::assertSame(['format' => 2, 'sessions' => 'none'], (new UpgradeBook([new Step(2, added: ['sessions.idle' => 'PT2H'], gone: ['other.thing'])]))(['sessions' => 'none']));
    }

    #[DataProvider('formatsNobodyKnows')]
    public function test_a_format_nobody_knows_is_a_mistake_that_says_what_is_known(mixed $format, string $says): void
    {
        $this->expectException(InvalidRuleBook::class);
        $this->expectExceptionMessage($says);
        UpgradeBook::ofToday()(['format' => $format]);
    }

    /** @return iterable<string, array{mixed, string}> */
    public static function formatsNobodyKnows(): iterable
    {
        yield 'a later one' => [999, 'format: is 999, of a later Kennel; this one reads formats up to 11'];
        yield 'none' => [0, 'format: must be a whole number from 1 to 11'];
        yield 'text' => ['2', 'format: must be a whole number'];
        yield 'null' => [null, 'format: must be a whole number'];
    }
}
