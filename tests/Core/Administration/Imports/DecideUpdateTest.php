<?php

declare(strict_types=1);

namespace Kennel\Tests\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\DecideUpdate;
use Kennel\Core\Administration\Imports\ImportColumn;
use Kennel\Core\Administration\Imports\ImportedAccount;
use Kennel\Core\Administration\Imports\ImportPlan;
use Kennel\Core\Administration\Imports\ImportRules;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** What a row changes of an account that is there: what was chosen, where it differs. */
final class DecideUpdateTest extends TestCase
{
    private const ROW = [
        'address' => 'tam@post.example', 'name' => 'Tam Pellow', 'roles' => ['reader', 'writer'], 'field:home' => 'saltings', 'field:note' => '', 'own:nick' => 'Wren', 'own:deep.er' => 'x', 'internal' => '{"a":1,"b":null}',
    ];

    /**
     * @param  list<string>  $update
     * @param  list<string>  $parts
     */
    #[DataProvider('choices')]
    public function test_changes_what_was_chosen_and_nothing_beside_it(array $update, array $parts, string $own, string $internal): void
    {
        $plan = new ImportPlan('north', true, false, new ImportRules, true, 'update', $update, '', null, array_map(static fn (string $target): ImportColumn => new ImportColumn($target, $target), array_keys(self::ROW)));
        $row = Rules::decide()(self::ROW, $plan, Rules::facts());
        self::assertInstanceOf(ImportedAccount::class, $row);
        $held = ['own' => MetadataDocument::parse('{"nick":"Rill","kept":1}'), 'internal' => MetadataDocument::parse('{"b":2}')];
        $changes = (new DecideUpdate)($row, $plan, 'Tam', ['reader'], ['home' => 'mill_lane', 'note' => 'kept'], $held);
        self::assertSame($parts, $changes->parts());
        self::assertSame($own, ($changes->metadata['own'] ?? $held['own'])->toJson());
        self::assertSame($internal, ($changes->metadata['internal'] ?? $held['internal'])->toJson());
    }

    /** @return array<string, array{list<string>, list<string>, string, string}> */
    public static function choices(): array
    {
        [$own, $internal] = ['{"nick":"Rill","kept":1}', '{"b":2}'];

        return [
            'nothing' => [[], [], $own, $internal],
            'the name' => [['name'], ['name'], $own, $internal],
            'roles, the new one' => [['roles'], ['roles'], $own, $internal],
            'a field, and an empty cell says nothing' => [['field:home', 'field:note'], ['home'], $own, $internal],
            'one key, and not the one beside it' => [['own:nick'], ['own'], '{"nick":"Wren","kept":1}', $internal],
            'a key within' => [['own:deep.er'], ['own'], '{"nick":"Rill","kept":1,"deep":{"er":"x"}}', $internal],
            'two keys' => [['own:nick', 'own:deep.er'], ['own'], '{"nick":"Wren","kept":1,"deep":{"er":"x"}}', $internal],
            'a whole document is merged, and its null takes away' => [['internal'], ['internal'], $own, '{"a":1}'],
            'a key that the row has not' => [['own:other'], [], $own, $internal],
        ];
    }
}
