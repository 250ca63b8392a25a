<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\DecideHash;
use Kennel\Core\Administration\Imports\DecideImport;
use Kennel\Core\Administration\Imports\ImportFacts;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Documents\Document;
use Kennel\Tests\Support\FakeLists;
use Kennel\Tests\Support\Passwords;

/** Fields and facts that the tests of imports share. */
final class Rules
{
    public static function fields(): FieldRules
    {
        $field = static fn (string $key, string $label, string $type, array $more = []): array => [
            'key' => $key, 'label' => $label, 'help' => '', 'type' => $type, 'required' => 'never', 'edited_by' => 'holder', 'apps' => [], 'minimum' => null, 'maximum' => null,
            'earliest' => '', 'latest' => '', 'region' => '', 'choices' => [], 'searchable' => false, 'retired' => false, ...$more,
        ];
        $choices = array_map(static fn (string $key): array => ['key' => $key, 'label' => ucwords(str_replace('_', ' ', $key)), 'retired' => false], ['upper_lane', 'mill_lane', 'saltings']);

        return FieldRules::read(new Document(['fields' => [
            $field('home', 'Home reach', 'one_choice', ['choices' => $choices]),
            $field('speaks', 'Speaks', 'several_choices', ['choices' => $choices]),
            $field('trained_on', 'Trained on', 'date'),
            $field('listed', 'May be listed', 'yes_no'),
            $field('age', 'Age', 'number'),
            $field('note', 'Note', 'short_text', ['maximum' => 40]),
        ]]));
    }

    public static function facts(): ImportFacts
    {
        return new ImportFacts(['north', 'south'], ['reader' => true, 'writer' => true, 'keeper' => false], ['en', 'de'], new \DateTimeImmutable('2026-05-01T12:00:00Z'), new RoleGraph([], []), []);
    }

    public static function decide(): DecideImport
    {
        return new DecideImport(new DecideHash(Passwords::hasher()), self::fields(), self::decideFields());
    }

    public static function decideFields(): DecideFields
    {
        return new DecideFields(new FieldTypes(new FakeLists));
    }
}
