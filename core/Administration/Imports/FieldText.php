<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\Transforms\YesNo;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Foundation\Reasons\Refused;

/** What a cell's text is as a value of a field: files have numbers, lists and yes or no as text. What is none stays text, for the field to refuse. */
final class FieldText
{
    private const SEPARATORS = '/\s*[,;|]\s*/u';

    /** @return mixed as JSON would have had it */
    public static function read(Field $field, string $text): mixed
    {
        return match ($field->kind) {
            FieldKind::Number => is_numeric(trim($text)) ? trim($text) + 0 : $text,
            FieldKind::YesNo => self::yesNo($text),
            FieldKind::SeveralChoices => self::split($text),
            default => $text,
        };
    }

    /** @return list<string> */
    public static function split(string $text): array
    {
        $parts = preg_split(self::SEPARATORS, trim($text), -1, PREG_SPLIT_NO_EMPTY);

        return $parts === false ? [$text] : $parts;
    }

    private static function yesNo(string $text): bool|string
    {
        try {
            $word = (new YesNo)->apply($text);
        } catch (Refused) {
            return $text;
        }

        return $word === '' ? '' : $word === 'yes';
    }
}
