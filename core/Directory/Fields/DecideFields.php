<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Judges field values: what is missing, what does not fit, and the form that is kept of what does. */
final readonly class DecideFields
{
    public function __construct(private FieldTypes $types)
    {
    }

    /**
     * Reasons come in the order of the fields, whatever the order of the values.
     *
     * @param  array<string, Field>  $asked  by key
     * @param  array<array-key, mixed>  $values  by key; null and "" are "not filled in"
     * @param  list<Required>  $now_required  which degrees of "required" count at this step
     */
    public function __invoke(array $asked, array $values, array $now_required, \DateTimeImmutable $now): FieldVerdict
    {
        $reasons = [];
        $kept = [];
        foreach ($asked as $key => $field) {
            $value = $values[$key] ?? null;
            if (self::isEmpty($value)) {
                if (in_array($field->required, $now_required, true)) {
                    $reasons[] = FieldReason::of($field, 'required');
                } elseif (array_key_exists($key, $values)) {
                    $kept[$key] = null;
                }

                continue;
            }
            try {
                $kept[$key] = $this->types->of($field->kind)->read($field, $value, $now);
            } catch (Refused $refused) {
                $reasons[] = $refused->reason;
            }
        }
        foreach (array_diff(array_map(strval(...), array_keys($values)), array_keys($asked)) as $unknown) {
            $reasons[] = new Reason('field.not_asked', 'fields.'.mb_substr(mb_scrub($unknown), 0, 40));
        }

        return new FieldVerdict($reasons, $reasons === [] ? $kept : []);
    }

    /** Why a stored value would not be accepted today; null when it would be. */
    public function misfit(Field $field, mixed $stored, \DateTimeImmutable $now): ?Reason
    {
        try {
            $this->types->of($field->kind)->read($field, $stored, $now);

            return null;
        } catch (Refused $refused) {
            return $refused->reason;
        }
    }

    /** @return array<string, mixed> JSON Schema of one field's value */
    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        return $this->types->of($field->kind)->schema($field, $now);
    }

    public static function isEmpty(mixed $value): bool
    {
        return $value === null || $value === [] || (is_string($value) && preg_match('/^[\s\p{Z}]*$/u', $value) === 1);
    }
}
