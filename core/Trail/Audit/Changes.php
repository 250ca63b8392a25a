<?php

declare(strict_types=1);

namespace Kennel\Core\Trail\Audit;

/** The fields that differ between two states of a record, before and after, secrets redacted. */
final class Changes
{
    /**
     * @param  array<string, mixed>  $before  empty for a new record
     * @param  array<string, mixed>  $after
     * @return array<string, array{before: mixed, after: mixed}>
     */
    public static function between(array $before, array $after): array
    {
        $redactor = new Redactor;
        $shownBefore = $redactor->redact($before);
        $shownAfter = $redactor->redact($after);
        $changes = [];
        foreach ($after as $field => $value) {
            if (($before[$field] ?? null) !== $value) {
                $changes[$field] = ['before' => $shownBefore[$field] ?? null, 'after' => $shownAfter[$field] ?? null];
            }
        }

        return $changes;
    }
}
