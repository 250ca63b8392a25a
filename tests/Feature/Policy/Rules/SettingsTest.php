<?php

declare(strict_types=1);

namespace Kennel\Tests\Feature\Policy\Rules;

use Kennel\Tests\Feature\DoorTestCase;

/** Whatever can be set has a name, and whatever has a name can be set. */
final class SettingsTest extends DoorTestCase
{
    /** Keys never change; the two parts of a limit are said as one. */
    private const WITHOUT = '/^format$|\*\.key$|^throttles\.\w+\.\w+$/';

    public function test_every_rule_is_described_and_every_value_it_may_have(): void
    {
        $this->keeper();
        $rules = $this->ask('/rules')->assertOk();
        $settings = (array) $rules->json('settings');
        $leaves = self::leaves((array) $rules->json('schema'));
        self::assertGreaterThan(70, count($leaves));
        self::assertEqualsCanonicalizing(array_keys($leaves), array_keys($settings));
        foreach ($leaves as $path => $schema) {
            self::assertNotSame('', $settings[$path]['label']);
            self::assertSame($schema['enum'] ?? [], array_keys((array) $settings[$path]['choices']), $path);
        }
        self::assertSame(['label' => 'Minimum length', 'help' => 'Code points: an emoji is one, whatever its bytes.', 'unit' => 'characters', 'choices' => []], (array) $settings['password.minimum']);
    }

    /**
     * @param  array<string, mixed>  $schema
     * @return array<string, array<string, mixed>> by path
     */
    private static function leaves(array $schema, string $path = ''): array
    {
        if (preg_match(self::WITHOUT, $path) === 1) {
            return [];
        }
        $items = $schema['items'] ?? [];
        $isList = ($items['type'] ?? null) === 'object';
        $properties = $isList ? $items['properties'] : ($schema['properties'] ?? null);
        if (! is_array($properties) || preg_match('/^throttles\.\w+$/', $path) === 1) {
            return [$path => $schema];
        }
        $leaves = [];
        foreach ($properties as $key => $property) {
            $leaves += self::leaves($property, ltrim("{$path}".($isList ? '.*' : '').".{$key}", '.'));
        }

        return $leaves;
    }
}
