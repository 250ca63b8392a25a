<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields\Types;

use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldReason;
use Kennel\Core\Directory\Fields\FieldType;

/** A day of the calendar (RFC 3339 full-date), without a time or a zone. "Today" is UTC's. */
final readonly class Date implements FieldType
{
    public function read(Field $field, mixed $value, \DateTimeImmutable $now): string
    {
        if (! is_string($value) || preg_match('/^(\d{4})-(\d{2})-(\d{2})$/D', $value, $parts) !== 1 || ! checkdate((int) $parts[2], (int) $parts[3], (int) $parts[1])) {
            throw FieldReason::refuse($field, 'date');
        }
        [$earliest, $latest] = $this->limits($field, $now);
        // "" is before every day.
        if ($value < $earliest) {
            throw FieldReason::refuse($field, 'too_early', ['earliest' => $earliest]);
        }
        if ($latest !== '' && $value > $latest) {
            throw FieldReason::refuse($field, 'too_late', ['latest' => $latest]);
        }

        return $value;
    }

    public function schema(Field $field, \DateTimeImmutable $now): array
    {
        [$earliest, $latest] = $this->limits($field, $now);
        // No keyword of the standard compares dates. Many validators know these two; one that does not leaves them be.
        $limits = array_filter(['formatMinimum' => $earliest, 'formatMaximum' => $latest], static fn (string $limit): bool => $limit !== '');

        return ['type' => 'string', 'format' => 'date', 'pattern' => '^\d{4}-\d{2}-\d{2}$', ...$limits];
    }

    /** @return array{string, string} */
    private function limits(Field $field, \DateTimeImmutable $now): array
    {
        $today = $now->setTimezone(new \DateTimeZone('UTC'))->format('Y-m-d');

        return [$field->earliest === 'today' ? $today : $field->earliest, $field->latest === 'today' ? $today : $field->latest];
    }
}
