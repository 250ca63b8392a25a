<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Kennel\App\Directory\Fields\HandedFields;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Metadata\MetadataDocument;
use Kennel\Core\Foundation\Documents\StoredJson;

/** Of what acts changed: that a field changed is told to whoever may read of the act; what it was and is, to whom the field is handed. */
final readonly class WithheldChanges
{
    private const MARK = '(not handed to you)';

    /** Whose changes are fields and nothing else, be they in the rule book still or not. */
    private const OF_FIELDS = 'account.fields_changed';

    /** Whole documents of metadata, as imports write them into the trail. */
    private const DOCUMENTS = ['own', 'internal'];

    public function __construct(private HandedFields $handed, private FieldRules $fields)
    {
    }

    /**
     * @param  object|array<array-key, mixed>  $changes  before and after, by key
     * @param  string  $event  of the trail, where it is known
     * @return object|array<array-key, mixed>
     */
    public function of(object|array $changes, string $event = ''): object|array
    {
        [$told, $readable] = [(array) $changes, $this->handed->toCaller()];
        foreach ($told as $key => $change) {
            if (in_array($key, self::DOCUMENTS, true)) {
                $told[$key] = array_map(static fn (mixed $json): ?string => is_string($json) ? $readable->ofDocument((string) $key, MetadataDocument::stored($json))->toJson() : null, (array) $change);
            } elseif ($this->isWithheld((string) $key, $event, $readable)) {
                $told[$key] = array_map(static fn (mixed $value): ?string => $value === null ? null : self::MARK, (array) $change);
            }
        }

        return StoredJson::object($told);
    }

    /**
     * @param  object|array<array-key, mixed>  $values  by key
     * @return object|array<array-key, mixed> the same, with a mark in the place of what the caller may not see
     */
    public function values(object|array $values): object|array
    {
        [$told, $readable] = [(array) $values, $this->handed->toCaller()];
        foreach ($told as $key => $value) {
            $told[$key] = $value !== null && $this->isWithheld((string) $key, '', $readable) ? self::MARK : $value;
        }

        return StoredJson::object($told);
    }

    /** Of one value, under its key. */
    public function value(string $key, mixed $value): mixed
    {
        return $value !== null && $this->isWithheld($key, '', $this->handed->toCaller()) ? self::MARK : $value;
    }

    /**
     * @param  array<array-key, mixed>  $told  what a form sent as fields, by key
     * @return object|array<array-key, mixed>
     */
    public function fields(array $told): object|array
    {
        $readable = $this->handed->toCaller();
        foreach ($told as $key => $value) {
            $told[$key] = $value === null || $readable->hasField((string) $key) ? $value : self::MARK;
        }

        return StoredJson::object($told);
    }

    /**
     * @param  array<array-key, mixed>  $told  what a form sent as metadata, by kind
     * @return object|array<array-key, mixed>
     */
    public function documents(array $told): object|array
    {
        $readable = $this->handed->toCaller();
        foreach ($told as $kind => $document) {
            $sees = $readable->ofKind((string) $kind);
            $told[$kind] = StoredJson::object(array_filter((array) $document, static fn (string|int $key): bool => $sees((string) $key), ARRAY_FILTER_USE_KEY));
        }

        return StoredJson::object($told);
    }

    private function isWithheld(string $key, string $event, ReadableFields $readable): bool
    {
        $field = preg_match('/^(own|internal)\.(.+)$/Dsu', $key, $found) === 1
            ? FieldKey::metadata($found[1], MetadataDocument::topKey($found[2]))
            : ($event === self::OF_FIELDS || $this->fields->find($key) !== null ? FieldKey::defined($key) : null);

        return $field !== null && ! $readable->has($field);
    }
}
