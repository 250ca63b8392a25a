<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\SearchText;

/** Looks a stored value up among a field's choices. */
final class Choices
{
    /** @throws Refused pointing out the likely choice when only case, spaces or accents differ */
    public static function exactly(Field $field, string $value): string
    {
        $choice = $field->choices[$value] ?? null;
        if ($choice !== null) {
            return $choice->isRetired ? throw FieldReason::refuse($field, 'choice_retired', ['value' => $choice->label]) : $value;
        }
        $likely = self::likely($field, $value);

        throw $likely === null
            ? FieldReason::refuse($field, 'choice_unknown', ['value' => mb_substr($value, 0, 80)])
            : FieldReason::refuse($field, 'choice_near', ['value' => mb_substr($value, 0, 80), 'likely' => $likely]);
    }

    /** The choice that was probably meant, by its stored value. */
    public static function likely(Field $field, string $value): ?string
    {
        $bare = SearchText::words($value);
        foreach ($field->choices as $choice) {
            if ($bare !== [] && (SearchText::words($choice->label) === $bare || implode('', SearchText::words($choice->value)) === implode('', $bare))) {
                return $choice->value;
            }
        }

        return null;
    }

    /** @return list<string> stored values that can be chosen today */
    public static function offered(Field $field): array
    {
        return array_values(array_map(
            static fn (Choice $choice): string => $choice->value,
            array_filter($field->choices, static fn (Choice $choice): bool => ! $choice->isRetired),
        ));
    }
}
