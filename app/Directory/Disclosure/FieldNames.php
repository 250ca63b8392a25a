<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Kennel\App\Directory\Metadata\Metadata;
use Kennel\Core\Directory\Disclosure\BuiltIn;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Fields\FieldRules;

/** Every field that there is to be handed out: what every account has, the rule book's fields, and the keys of metadata that are listed or in use. */
final readonly class FieldNames
{
    public function __construct(private Metadata $metadata)
    {
    }

    /** @return list<FieldKey> in that order */
    public function all(FieldRules $fields, DisclosureRules $rules): array
    {
        $keys = array_map(static fn (BuiltIn $field): string => $field->value, BuiltIn::cases());
        foreach (array_keys($fields->all) as $key) {
            $keys[] = FieldKey::defined($key)->key();
        }
        foreach ($this->metadata->topKeys() as [$kind, $key]) {
            // What cannot be listed by itself is handed out with the rest, if at all.
            $field = FieldKey::metadata($kind, $key);
            if ($field->isListable()) {
                $keys[] = $field->key();
            }
        }

        return array_map(FieldKey::parse(...), array_values(array_unique([...$keys, ...array_keys($rules->fields)])));
    }

    /** @return list<FieldKey> of which nobody has said who is handed them */
    public function unclassified(FieldRules $fields, DisclosureRules $rules): array
    {
        return array_values(array_filter(
            $this->all($fields, $rules),
            static fn (FieldKey $field): bool => $field->isListable() && ! $rules->isClassified($field),
        ));
    }

    public static function label(FieldKey $field, FieldRules $fields): string
    {
        return match ($field->origin) {
            FieldOrigin::BuiltIn => BuiltIn::from($field->name)->label(),
            FieldOrigin::Defined => $fields->find($field->name)->label ?? $field->name,
            default => $field->name === FieldKey::REST ? "every other key of {$field->origin->value}" : $field->name,
        };
    }
}
