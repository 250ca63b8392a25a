<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Finding\Condition;
use Kennel\Core\Directory\Finding\Subject;
use Kennel\Core\Directory\Finding\Where;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Foundation\Reasons\Reason;

/** Which of the rule book's fields and keys of metadata one recipient is handed of every account: they read, find, sort and write by these and by no others. */
final readonly class ReadableFields
{
    private function __construct(private Disclose $disclose, private Recipient $to)
    {
    }

    public static function by(DisclosureRules $rules, Recipient $to): self
    {
        return new self(new Disclose($rules), $to);
    }

    public function has(FieldKey $field): bool
    {
        return $this->verdict($field) === Verdict::Handed;
    }

    public function hasField(string $key): bool
    {
        return $this->has(FieldKey::defined($key));
    }

    public function verdict(FieldKey $field): Verdict
    {
        return $this->disclose->verdict($field, $this->to);
    }

    /** @return list<Reason> why fields that one form sends cannot be written by this one; empty when all can */
    public function reasonsAgainstFields(string ...$keys): array
    {
        $kept = array_values(array_filter($keys, fn (string $key): bool => ! $this->hasField($key)));

        return array_map(fn (string $key): Reason => $this->reason(FieldKey::defined($key), "fields.{$key}"), $kept);
    }

    /**
     * @param  list<FieldKey>  $fields
     * @param  string  $at  what names them in the request
     * @return list<Reason> why some of them may be neither compared nor written; empty when all may
     */
    public function reasonsAgainstWriting(array $fields, string $at): array
    {
        $hidden = array_values(array_filter($fields, fn (FieldKey $field): bool => ! $this->has($field)));

        return array_map(fn (FieldKey $field): Reason => $this->reason($field, $at), $hidden);
    }

    /** @return list<Reason> why these accounts cannot be asked for so: to be found by a value is to be told it. A field that is not there is not its business. */
    public function reasonsAgainst(Where $where, string $sort, FieldRules $rules): array
    {
        $asked = array_filter(array_map(self::asked(...), $where->conditions));
        if (str_starts_with(ltrim($sort, '-'), 'field:')) {
            $asked[] = FieldKey::defined(substr(ltrim($sort, '-'), strlen('field:')));
        }

        return array_map(fn (FieldKey $field): Reason => $this->reason($field, 'where'), array_values(array_filter(
            $asked,
            fn (FieldKey $field): bool => ($field->origin->isMetadata() || $rules->find($field->name) !== null) && ! $this->has($field),
        )));
    }

    /** The fields that a search may look into. */
    public function of(FieldRules $rules): FieldRules
    {
        return $rules->only(fn (Field $field): bool => $this->hasField($field->key));
    }

    /** What is handed out of a document of metadata. */
    public function ofDocument(string $kind, MetadataDocument $document): MetadataDocument
    {
        return $document->only($this->ofKind($kind));
    }

    /** @return \Closure(string): bool whether a key of one kind of metadata is handed out; of a kind that there is not, none */
    public function ofKind(string $kind): \Closure
    {
        return fn (string $key): bool => FieldOrigin::tryFrom($kind)?->isMetadata() === true && $this->has(FieldKey::metadata($kind, $key));
    }

    public function reason(FieldKey $field, string $at): Reason
    {
        return new Reason($this->verdict($field)->value, $at, ['field' => $field->key()]);
    }

    private static function asked(Condition $condition): ?FieldKey
    {
        if ($condition->subject === Subject::Field) {
            return FieldKey::defined($condition->key);
        }
        if ($condition->subject !== Subject::Metadata) {
            return null;
        }
        [$kind, $path] = [...explode('.', $condition->key, 2), ''];
        $origin = FieldOrigin::tryFrom($kind);

        // What is no path at all is refused by whoever reads it.
        return $origin?->isMetadata() === true && $path !== '' ? FieldKey::metadata($kind, MetadataDocument::topKey($path)) : null;
    }
}
