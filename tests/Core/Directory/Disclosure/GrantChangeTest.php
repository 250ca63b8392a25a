<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Disclosure;

use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\GrantChange;
use Kennel\Core\Foundation\Documents\Document;
use PHPUnit\Framework\TestCase;

/** What audiences would begin and cease to be handed. */
final class GrantChangeTest extends TestCase
{
    public function test_every_change_is_named_once_and_for_whom(): void
    {
        $before = self::rules(['field:phone' => ['app:kitloft' => false, 'public' => true], 'own:*' => ['holder' => false], 'field:reach' => ['public' => false]]);
        $after = self::rules(['field:phone' => ['app:kitloft' => true, 'public' => false, 'app:gaugebook' => true], 'own:*' => [], 'own:nickname' => ['holder' => false]]);
        self::assertSame([
            ['field:phone', 'app:kitloft', 'ceases', 'who has not agreed'],
            ['field:phone', 'public', 'begins', 'who has not agreed'],
            ['field:phone', 'app:gaugebook', 'begins', 'who has agreed'],
            ['own:*', 'holder', 'ceases', 'all'],
            ['field:reach', 'public', 'ceases', 'all'],
        ], self::changes($before, $after), 'a nickname was handed out with the rest, and still is');
        self::assertSame([], self::changes($after, $after));
    }

    public function test_other_words_for_the_purpose_hand_out_nothing(): void
    {
        $rules = static fn (string $purpose): DisclosureRules => DisclosureRules::read(new Document(['fields' => [['key' => 'name', 'grants' => [['key' => 'public', 'permission' => '', 'consent' => false, 'purpose' => $purpose]]]], 'directories' => []]));
        self::assertSame([], self::changes($rules('one'), $rules('other')));
    }

    /** @return list<array{string, string, string, string}> */
    private static function changes(DisclosureRules $before, DisclosureRules $after): array
    {
        return array_map(static fn (GrantChange $change): array => [
            $change->field->key(), $change->audience->key(), $change->begins ? 'begins' : 'ceases', match ($change->agreed) {
                null => 'all', true => 'who has agreed', false => 'who has not agreed'
            },
        ], GrantChange::between($before, $after));
    }

    /** @param  array<string, array<string, bool>>  $fields  whether consent is asked for, by field and audience */
    private static function rules(array $fields): DisclosureRules
    {
        return DisclosureRules::read(new Document(['fields' => array_map(static fn (string $key, array $grants): array => ['key' => $key, 'grants' => array_map(
            static fn (string $audience, bool $consent): array => ['key' => $audience, 'permission' => '', 'consent' => $consent, 'purpose' => 'To see'],
            array_keys($grants),
            $grants,
        )], array_keys($fields), $fields), 'directories' => []]));
    }
}
