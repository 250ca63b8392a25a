<?php

declare(strict_types=1);

namespace Kennel\Demo;

/** Numbers for messages that are not made in the order they were sent in: a later one has a larger number. */
final class MessageNumbers
{
    private const DAYS_BACK = 500;

    /** @var array<int, true> */
    private array $taken = [];

    public function __construct(private readonly \DateTimeImmutable $start)
    {
    }

    public function at(\DateTimeImmutable $sent): int
    {
        $number = max(1, intdiv($sent->getTimestamp() - $this->start->getTimestamp(), 60) + self::DAYS_BACK * 1_440);
        while (isset($this->taken[$number])) {
            $number++;
        }
        $this->taken[$number] = true;

        return $number;
    }
}
