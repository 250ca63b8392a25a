<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;
use Kennel\Core\Foundation\Text\Unicode;

/** Words: on one line, or on several. Trimmed, NFC; length in code points of what was trimmed. */
final readonly class Text implements FieldType
{
    /** Characters that could rearrange or hide the text around them, and those that mean nothing. */
    private const REFUSED = '\p{Cs}\p{Co}\p{Cn}\x{2028}\x{2029}\x{202A}-\x{202E}\x{2066}-\x{2069}\x{FEFF}';

    /** @param  int  $ceiling  what a column and a page can bear, whatever the rule says */
    public function __construct(private bool $hasLines, private int $ceiling)
    {
    }

    public function read(Field $field, mixed $value, \DateTimeImmutable $now): string
    {
        $text = is_string($value) ? Unicode::trim($value) : throw FieldReason::refuse($field, 'type_text');
        if ($text === null || preg_match($this->refused(), $text) === 1) {
            throw FieldReason::refuse($field, 'characters');
        }
        $length = mb_strlen($text);
        if ($length < ($field->minimum ?? 0)) {
            throw FieldReason::refuse($field, 'too_short', ['minimum' => (int) $field->minimum, 'length' => $length]);
        }
        if ($length > $this->maximum($field)) {
            throw FieldReason::refuse($field, 'too_long', ['maximum' => $this->maximum($field), 'length' => $length]);
        }

        return Unicode::nfc($text) ?? throw FieldReason::refuse($field, 'characters');
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        // Counted without the white space around it, as the server counts.
        $least = max(1, (int) $field->minimum);
        $most = $this->maximum($field);
        $solid = '[^\s\p{Z}]';
        $inner = $most === 1 ? $solid : $solid.'(?:[\s\S]{'.max(0, $least - 2).','.($most - 2).'}'.$solid.')'.($least === 1 ? '?' : '');

        return ['type' => 'string', 'pattern' => '^[\s\p{Z}]*'.$inner.'[\s\p{Z}]*$'];
    }

    private function maximum(Field $field): int
    {
        return min($this->ceiling, (int) ($field->maximum ?? $this->ceiling));
    }

    private function refused(): string
    {
        $controls = $this->hasLines ? '[^\P{Cc}\n\r\t]' : '\p{Cc}';

        return "/{$controls}|[".self::REFUSED.']/u';
    }
}
