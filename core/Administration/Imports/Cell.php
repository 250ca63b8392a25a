<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

use Kennel\Core\Administration\Imports\Transforms\YesNo;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;

/** Reads single values of a row that has been mapped. An empty one says nothing, and is null. */
final class Cell
{
    /** @throws Refused */
    public static function yesNo(mixed $value, string $target): ?bool
    {
        if (is_bool($value) || $value === null) {
            return $value;
        }
        try {
            $word = (new YesNo)->apply(is_scalar($value) ? (string) $value : '?');
        } catch (Refused $refused) {
            throw new Refused(new Reason($refused->reason->code, $target, [...$refused->reason->parameters, 'column' => $target]));
        }

        return $word === '' ? null : $word === 'yes';
    }

    /**
     * @param  list<string>  $known
     *
     * @throws Refused
     */
    public static function among(string $value, array $known, Reason $otherwise): ?string
    {
        $value = trim($value);

        return match (true) {
            $value === '' => null,
            in_array($value, $known, true) => $value,
            default => throw new Refused($otherwise),
        };
    }

    /** @throws Refused for what is no RFC 3339 date or moment, or still to come */
    public static function moment(string $value, string $target, \DateTimeImmutable $now): ?\DateTimeImmutable
    {
        $text = trim($value);
        if ($text === '') {
            return null;
        }
        $isMoment = preg_match('/^(\d{4})-(\d{2})-(\d{2})([T ]\d{2}:\d{2}(:\d{2}(\.\d{1,9})?)?(Z|[+-]\d{2}:\d{2})?)?$/Di', $text, $parts) === 1 && checkdate((int) $parts[2], (int) $parts[3], (int) $parts[1]);
        $moment = $isMoment ? date_create_immutable($text, new \DateTimeZone('UTC')) : false;
        if ($moment === false) {
            throw new Refused(new Reason('import.moment', $target, ['value' => mb_substr($text, 0, 40)]));
        }

        return $moment <= $now ? $moment : throw new Refused(new Reason('import.to_come', $target, ['value' => mb_substr($text, 0, 40)]));
    }

    /** @throws Refused for what is no UUID */
    public static function id(string $id): ?string
    {
        $id = strtolower(trim($id));

        return match (true) {
            $id === '' => null,
            preg_match('/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/D', $id) === 1 => $id,
            default => throw new Refused(new Reason('import.id', 'id')),
        };
    }
}
