<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rules\Upgrades;

use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Foundation\Permissions\Permission;

/** Before format 5 operators and holders saw each field, and metadata of its kind. So it goes on, until somebody says otherwise; a field that comes later is nobody's. */
final class DiscloseAsBefore
{
    private const OPERATORS = ['key' => 'operators', 'permission' => Permission::AccountsRead->value, 'consent' => false, 'purpose' => 'To look after your account'];

    private const HOLDER = ['key' => 'holder', 'permission' => '', 'consent' => false, 'purpose' => 'It is yours'];

    /**
     * @param  array<array-key, mixed>  $document
     * @return array<array-key, mixed>
     */
    public static function in(array $document): array
    {
        $fields = is_array($document['fields'] ?? null) ? $document['fields'] : [];
        $keys = array_filter(array_map(static fn (mixed $field): mixed => is_array($field) ? $field['key'] ?? null : null, $fields), is_string(...));
        // One that is called like a secret can be handed to nobody.
        $keys = array_filter($keys, static fn (string $key): bool => FieldKey::defined($key)->isListable());
        $both = static fn (string $key): array => ['key' => $key, 'grants' => [self::OPERATORS, self::HOLDER]];

        return $document + ['disclosure' => [
            'fields' => [
                ...array_values(array_map(static fn (string $key): array => $both("field:{$key}"), $keys)),
                $both('own:*'),
                ['key' => 'internal:*', 'grants' => [self::OPERATORS]],
            ],
            'directories' => [],
        ]];
    }
}
