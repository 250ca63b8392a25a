<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Documents;

/**
 * A fixed length of time, written as an ISO 8601 duration. Months and years are refused: their length depends on the date.
 */
final readonly class Duration
{
    /** Shared with the rule book's JSON Schema, so it keeps to what both kinds of regular expression know. */
    public const PATTERN = '^P(?=.)(?:(\d{1,4})W)?(?:(\d{1,5})D)?(?:T(?=.)(?:(\d{1,6})H)?(?:(\d{1,7})M)?(?:(\d{1,8})S)?)?$';

    private function __construct(public int $seconds)
    {
    }

    /** @throws \InvalidArgumentException for anything but positive weeks, days, hours, minutes and seconds */
    public static function parse(string $text): self
    {
        if (preg_match('/'.self::PATTERN.'/D', $text, $parts) !== 1) {
            throw new \InvalidArgumentException("\"{$text}\" is not an ISO 8601 duration of weeks, days, hours, minutes and seconds");
        }
        [$weeks, $days, $hours, $minutes, $seconds] = array_map('intval', array_pad(array_slice($parts, 1), 5, '0'));
        $total = $weeks * 604_800 + $days * 86_400 + $hours * 3_600 + $minutes * 60 + $seconds;
        if ($total === 0) {
            throw new \InvalidArgumentException('a duration is longer than nothing');
        }

        return new self($total);
    }

    public static function nothing(): self
    {
        return new self(0);
    }

    public function after(\DateTimeImmutable $moment): \DateTimeImmutable
    {
        return $moment->modify("+{$this->seconds} seconds");
    }
}
