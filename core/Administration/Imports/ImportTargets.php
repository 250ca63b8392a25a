<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldRules;

/** What a column of a file can become: parts of an account, its fields, its metadata. */
final class ImportTargets
{
    public const OF_ACCOUNT = [
        'address', 'name', 'given_name', 'family_name', 'hash', 'salt', 'id', 'status', 'status_reason', 'verified', 'app', 'roles', 'terms', 'language', 'must_change', 'created', 'seen',
        'own', 'internal',
    ];

    /** What an account that is there already can be given; the rest of it is changed by acts of its own. */
    public const UPDATABLE = ['name', 'roles', 'own', 'internal'];

    /** Values that are no single text. */
    public const LISTS = ['roles'];

    /** @param  string  $target  of OF_ACCOUNT, or "field:", "own:" or "internal:" and a key */
    public static function isKnown(string $target, FieldRules $fields): bool
    {
        return in_array($target, self::OF_ACCOUNT, true) || self::field($target, $fields) !== null || self::metadata($target) !== null;
    }

    public static function isUpdatable(string $target, FieldRules $fields): bool
    {
        return in_array($target, self::UPDATABLE, true) || (self::isKnown($target, $fields) && str_contains($target, ':'));
    }

    /** The field a target is; null for what is none, or is not typed. */
    public static function field(string $target, FieldRules $fields): ?Field
    {
        $field = str_starts_with($target, 'field:') ? $fields->find(substr($target, strlen('field:'))) : null;

        return $field !== null && ! $field->isRetired && $field->kind->isTyped() ? $field : null;
    }

    /** @return array{string, string}|null the document, and the path in it */
    public static function metadata(string $target): ?array
    {
        return preg_match('/^(own|internal):(\S.{0,199})$/Du', $target, $parts) === 1 ? [$parts[1], $parts[2]] : null;
    }
}
