<?php

declare(strict_types=1);

namespace Kennel\App\Platform;

/** Moments as the tables and the wire write them: RFC 3339, UTC, milliseconds. One form, so that text sorts as time. */
final class Moment
{
    private const FORM = 'Y-m-d\TH:i:s.v\Z';

    public static function write(\DateTimeInterface $moment): string
    {
        return \DateTimeImmutable::createFromInterface($moment)->setTimezone(new \DateTimeZone('UTC'))->format(self::FORM);
    }

    public static function read(string $text): \DateTimeImmutable
    {
        return new \DateTimeImmutable($text, new \DateTimeZone('UTC'));
    }

    public static function readOrNull(?string $text): ?\DateTimeImmutable
    {
        return $text === null || $text === '' ? null : self::read($text);
    }
}
