<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Directory\Fields;

use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Directory\Fields\Required;
use Kennel\Core\Directory\Fields\SortKey;
use Kennel\Core\Directory\Fields\Types\Text;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Tests\Support\Books;
use Kennel\Tests\Support\Codes;
use Kennel\Tests\Support\FakeLists;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

final class FieldsTest extends TestCase
{
    private const CHOICES = [['key' => 'Upper Alder', 'label' => 'Upper Alder', 'retired' => false], ['key' => 'Café', 'label' => 'The café', 'retired' => false], ['key' => 'old', 'label' => 'Old', 'retired' => true]];

    /** @param  array<string, mixed>  $rule */
    #[DataProvider('values')]
    public function test_takes_what_fits_and_says_why_not(string $type, array $rule, mixed $value, mixed $expected): void
    {
        $verdict = self::decide([Books::field($type, $rule)], ['thing' => $value]);
        if (is_string($expected) && str_starts_with($expected, 'field.')) {
            self::assertSame([$expected], Codes::of($verdict->reasons));
            self::assertSame('fields.thing', $verdict->reasons[0]->field);
            self::assertSame([], $verdict->values, 'nothing is kept of a refusal');
        } else {
            self::assertSame([], $verdict->reasons);
            self::assertSame(['thing' => $expected], $verdict->values);
        }
    }

    /** @return list<array{string, array<string, mixed>, mixed, mixed}> */
    public static function values(): array
    {
        $choices = ['choices' => self::CHOICES];

        return [
            ['short_text', [], '  AW-1 ', 'AW-1'], ['short_text', [], "e\u{301}", 'é'], ['short_text', [], "a\nb", 'field.characters'], ['short_text', [], "a\u{202E}b", 'field.characters'],
            ['short_text', ['minimum' => 3], 'ab', 'field.too_short'], ['short_text', ['maximum' => 3], '渡辺葵々', 'field.too_long'], ['short_text', [], str_repeat('a', 201), 'field.too_long'],
            ['short_text', [], 7, 'field.type_text'], ['short_text', [], "\xff", 'field.characters'], ['long_text', [], "a\nb\tc", "a\nb\tc"], ['long_text', [], "a\0", 'field.characters'],
            ['number', [], 2.0, 2], ['number', [], -0.5, -0.5], ['number', [], '2', 'field.type_number'], ['number', ['minimum' => 0.5], 0, 'field.too_small'], ['number', ['maximum' => 10], 10.01, 'field.too_large'],
            ['number', [], 1e15, 'field.too_large'], ['number', [], true, 'field.type_number'],
            ['date', [], '2024-02-29', '2024-02-29'], ['date', [], '2023-02-29', 'field.date'], ['date', [], '2024-2-9', 'field.date'], ['date', ['latest' => 'today'], '2026-05-01', '2026-05-01'],
            ['date', ['latest' => 'today'], '2026-05-02', 'field.too_late'], ['date', ['earliest' => '2009-04-01'], '2009-03-31', 'field.too_early'], ['date', ['earliest' => '2009-04-01'], '2009-04-01', '2009-04-01'],
            ['date', ['latest' => '2009-04-01'], '2009-04-01', '2009-04-01'], ['date', ['earliest' => 'today'], '2026-05-01', '2026-05-01'], ['date', ['earliest' => 'today'], '2026-04-30', 'field.too_early'],
            ['number', ['minimum' => 0.5], 0.5, 0.5], ['number', ['maximum' => 10], 10, 10], ['short_text', ['minimum' => 3], 'abc', 'abc'], ['short_text', ['maximum' => 3], 'abc', 'abc'], ['short_text', [], str_repeat('a', 200), str_repeat('a', 200)],
            ['long_text', [], str_repeat('a', 4_000), str_repeat('a', 4_000)], ['long_text', [], str_repeat('a', 4_001), 'field.too_long'], ['long_text', ['minimum' => 2], 'a', 'field.too_short'],
            ['url', [], 'http://place.example', 'http://place.example'], ['url', [], 'ftp://place.example', 'field.url'], ['url', [], 'https://place.example/'.str_repeat('a', 1_978), 'https://place.example/'.str_repeat('a', 1_978)], ['url', [], 'https://place.example/'.str_repeat('a', 1_979), 'field.url'],
            ['yes_no', [], false, false], ['yes_no', [], 'yes', 'field.type_boolean'], ['yes_no', [], 0, 'field.type_boolean'],
            ['one_choice', $choices, 'Upper Alder', 'Upper Alder'], ['one_choice', $choices, 'upper alder', 'field.choice_near'], ['one_choice', $choices, ' Upper  Alder', 'field.choice_near'], ['one_choice', $choices, 'upperalder', 'field.choice_near'],
            ['one_choice', $choices, 'Cafe', 'field.choice_near'], ['one_choice', $choices, 'The café', 'field.choice_near'], ['one_choice', $choices, 'Weir', 'field.choice_unknown'], ['one_choice', $choices, 'old', 'field.choice_retired'],
            ['several_choices', $choices, ['Café', 'Upper Alder'], ['Upper Alder', 'Café']], ['several_choices', $choices, ['Café', 'Café'], 'field.choices_twice'], ['several_choices', $choices, 'Café', 'field.type_list'],
            ['several_choices', [...$choices, 'maximum' => 1], ['Café', 'Upper Alder'], 'field.choices_too_many'], ['several_choices', [...$choices, 'minimum' => 2], ['Café'], 'field.choices_too_few'],
            ['several_choices', $choices, ['x' => 'Café'], 'field.type_list'], ['several_choices', $choices, [3], 'field.type_list'],
            ['phone', [], '+4721930000', '+4721930000'], ['phone', [], 'call me', 'field.phone'], ['phone', ['region' => 'NO'], 'call me', 'field.phone_in'],
            ['url', [], 'https://place.example/a?b#c', 'https://place.example/a?b#c'], ['url', [], 'javascript:alert(1)', 'field.url'], ['url', [], 'https://a:b@place.example', 'field.url'], ['url', [], 'https://localhost', 'field.url'],
            ['country', [], 'NO', 'NO'], ['country', [], 'no', 'field.country'], ['country', [], 'XX', 'field.country'],
            ['picture', [], 'x', 'field.picture'],
            ['short_text', ['required' => 'at_signup'], " \u{3000} ", 'field.required'], ['yes_no', ['required' => 'at_signup'], null, 'field.required'], ['several_choices', [...$choices, 'required' => 'at_signup'], [], 'field.required'],
            ['short_text', [], '', null],
        ];
    }

    public function test_a_near_miss_points_out_the_likely_choice(): void
    {
        $reason = self::decide([Books::field('one_choice', ['choices' => self::CHOICES])], ['thing' => 'cafe'])->reasons[0];
        self::assertSame(['cafe', 'Café'], [$reason->parameters['value'], $reason->parameters['likely']]);
        foreach ([str_repeat('é', 81), 'Café'.str_repeat(' ', 80)] as $long) {
            $reason = self::decide([Books::field('one_choice', ['choices' => self::CHOICES])], ['thing' => $long])->reasons[0];
            self::assertSame(mb_substr($long, 0, 80), $reason->parameters['value'], 'as much as a choice can have');
        }
    }

    public function test_a_key_nobody_asked_for_is_named_as_far_as_a_key_goes(): void
    {
        $reasons = self::decide([], [str_repeat('é', 41) => 'x', 'other' => null])->reasons;
        self::assertSame([['field.not_asked', 'fields.'.str_repeat('é', 40)], ['field.not_asked', 'fields.other']], array_map(static fn (Reason $reason): array => [$reason->code, $reason->field], $reasons));
    }

    public function test_a_texts_pattern_takes_what_its_reader_takes(): void
    {
        $taken = $refused = 0;
        foreach ([null, 1, 2, 3] as $minimum) {
            foreach ([1, 2, 3, 5, null] as $maximum) {
                if (($minimum ?? 0) > ($maximum ?? 5)) {
                    continue;
                }
                $field = FieldRules::read(new Document(['fields' => [Books::field('short_text', ['minimum' => $minimum, 'maximum' => $maximum])]]))->all['thing'];
                $type = new Text(hasLines: false, ceiling: 7);
                $pattern = $type->schema($field, new \DateTimeImmutable(Books::NOW))['pattern'];
                foreach (['a', 'ab', 'abc', 'abcd', 'abcde', 'abcdef', 'abcdefg', 'abcdefgh', 'a b', ' a', "ab\u{3000}", '  abc  ', 'é本'] as $text) {
                    try {
                        $type->read($field, $text, new \DateTimeImmutable(Books::NOW));
                        $isTaken = true;
                        $taken++;
                    } catch (Refused) {
                        $isTaken = false;
                        $refused++;
                    }
                    self::assertSame($isTaken, preg_match("/{$pattern}/u", $text) === 1, "\"{$text}\" between ".json_encode([$minimum, $maximum]));
                }
                self::assertSame(0, preg_match("/{$pattern}/u", ' '), 'nothing is never something');
            }
        }
        self::assertGreaterThan(80, min($taken, $refused));
    }

    public function test_what_is_kept_is_read_the_same_again(): void
    {
        foreach (self::values() as [$type, $rule, $value, $expected]) {
            if ($expected !== null && ! (is_string($expected) && str_starts_with($expected, 'field.'))) {
                self::assertSame(['thing' => $expected], self::decide([Books::field($type, $rule)], ['thing' => $expected])->values);
            }
        }
    }

    public function test_a_verdict_never_depends_on_the_order_of_the_values(): void
    {
        $fields = [Books::field('short_text', ['key' => 'a', 'minimum' => 5]), Books::field('number', ['key' => 'b', 'required' => 'at_signup']), Books::field('date', ['key' => 'c']), Books::field('yes_no', ['key' => 'd'])];
        $random = new Randomizer(new Mt19937(7));
        $odd = ['abc', 'abcdef', 3, '3', true, null, '', '2024-01-31', 'x', ['k' => 1]];
        for ($round = 0; $round < 500; $round++) {
            $values = [];
            foreach (['a', 'b', 'c', 'd', 'unknown'] as $key) {
                if ($random->getInt(0, 3) > 0) {
                    $values[$key] = $odd[$random->getInt(0, count($odd) - 1)];
                }
            }
            $shuffled = [];
            foreach ($random->shuffleArray(array_keys($values)) as $key) {
                $shuffled[$key] = $values[$key];
            }
            self::assertEquals(self::decide($fields, $values), self::decide($fields, $shuffled));
        }
    }

    public function test_sort_keys_of_numbers_compare_like_the_numbers(): void
    {
        $numbers = [-1e14, -2.5, -2, -0.001, 0, 0.001, 1, 1.5, 10, 999, 1e14];
        $keys = array_map(SortKey::of(...), $numbers);
        $sorted = $keys;
        sort($sorted, SORT_STRING);
        self::assertSame($sorted, $keys);
        self::assertSame(SortKey::of(0.0), SortKey::of(-0.0));
        self::assertSame(SortKey::of(2), SortKey::of(2.0));
    }

    /** @param  array<string, mixed>  $field */
    #[DataProvider('mistakes')]
    public function test_a_definition_that_makes_no_sense_is_refused_by_its_path(array $field, string $message): void
    {
        $this->expectException(InvalidRuleBook::class);
        $this->expectExceptionMessage($message);
        FieldRules::read(new Document(['fields' => [$field]]));
    }

    /** @return list<array{array<string, mixed>, string}> */
    public static function mistakes(): array
    {
        return [
            [Books::field('one_choice'), 'fields.thing.choices: must have at least one'],
            [Books::field('number', ['choices' => self::CHOICES]), 'fields.thing.choices: belong to a field of choices'],
            [Books::field('number', ['minimum' => 3, 'maximum' => 2]), 'fields.thing.minimum: must not be above'],
            [Books::field('short_text', ['minimum' => 1.5]), 'fields.thing.minimum: must be a whole number for this type'],
            [Books::field('picture', ['required' => 'at_signup']), 'fields.thing.required: a picture is sent after'],
            [Books::field('date', ['required' => 'before_first_use', 'edited_by' => 'operator']), 'fields.thing.edited_by: what is required'],
            [Books::field('date', ['earliest' => '2026-02-01', 'latest' => '2026-01-01']), 'fields.thing.earliest: must not be after'],
            [Books::field('date', ['key' => 'Upper Case']), 'fields.Upper Case.key: must look like'],
            [['key' => 'thing'], 'fields.thing.label: is missing'],
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $fields
     * @param  array<string, mixed>  $values
     */
    private static function decide(array $fields, array $values): \Kennel\Core\Directory\Fields\FieldVerdict
    {
        $rules = FieldRules::read(new Document(['fields' => $fields]));

        return (new DecideFields(new FieldTypes(new FakeLists)))($rules->all, $values, [Required::AtSignup], new \DateTimeImmutable(Books::NOW));
    }
}
