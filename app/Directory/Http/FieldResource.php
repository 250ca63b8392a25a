<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Kennel\Core\Directory\Fields\Choice;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldKind;
use Symfony\Component\Intl\Countries;

/** A field as a form needs it. */
final class FieldResource
{
    /**
     * @param  array<string, Field>  $fields
     * @return list<array<string, mixed>>
     */
    public static function all(array $fields): array
    {
        return array_values(array_map(self::present(...), $fields));
    }

    /** @return array<string, mixed> */
    private static function present(Field $field): array
    {
        return [
            'key' => $field->key,
            'label' => $field->label,
            'help' => $field->help,
            'type' => $field->kind->value,
            'required' => $field->required->value,
            'edited_by' => $field->isHolders ? 'holder' : 'operator',
            'minimum' => $field->minimum,
            'maximum' => $field->maximum,
            'choices' => $field->kind === FieldKind::Country ? self::countries() : self::offered($field),
        ];
    }

    /** @return list<array{value: string, label: string}> */
    private static function offered(Field $field): array
    {
        $offered = array_filter($field->choices, static fn (Choice $choice): bool => ! $choice->isRetired);

        return array_values(array_map(static fn (Choice $choice): array => ['value' => $choice->value, 'label' => $choice->label], $offered));
    }

    /** @return list<array{value: string, label: string}> by name */
    private static function countries(): array
    {
        $names = Countries::getNames('en');

        return array_map(static fn (string $code, string $name): array => ['value' => $code, 'label' => $name], array_keys($names), $names);
    }
}
