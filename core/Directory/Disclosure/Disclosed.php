<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

/** What goes out of an account, and what does not by which rule. */
final readonly class Disclosed
{
    /**
     * @param  array<string, mixed>  $handed  by the key of the field
     * @param  array<string, Verdict>  $leftOut  of what the account holds, by the key of the field
     */
    public function __construct(public array $handed, public array $leftOut)
    {
    }

    /** As answers have it for whoever is neither an operator nor the holder: what every account has by its name, fields and metadata below theirs. */
    public function forAnswer(): \stdClass
    {
        $answer = $fields = $metadata = [];
        foreach ($this->handed as $key => $value) {
            $field = FieldKey::parse($key);
            match ($field->origin) {
                FieldOrigin::BuiltIn => $answer[BuiltIn::from($field->name)->inAnswers()] = $value,
                FieldOrigin::Defined => $fields[$field->name] = $value,
                default => $metadata[$field->origin->value][$field->name] = $value,
            };
        }
        if ($fields !== []) {
            $answer['fields'] = (object) $fields;
        }
        if ($metadata !== []) {
            $answer['metadata'] = (object) array_map(static fn (array $one): object => (object) $one, $metadata);
        }

        return (object) $answer;
    }
}
