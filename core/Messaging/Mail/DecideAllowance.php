<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Mail;

/** Whether one more message may go out today, and when the day's are used up. */
final readonly class DecideAllowance
{
    public function __construct(private AllowanceRules $rules)
    {
    }

    /**
     * @param  bool  $isAwaited  somebody sits before a page and waits for it
     * @param  int  $used  of today, those that are being sent just now included; so are the next two
     */
    public function may(bool $isAwaited, int $used, int $usedOfAddress, int $usedOfApp): bool
    {
        return ($this->rules->aDay === 0 || $used < ($isAwaited ? $this->rules->aDay : $this->rules->forOthers()))
            && ($this->rules->anAddress === 0 || $usedOfAddress < $this->rules->anAddress)
            && ($this->rules->anApp === 0 || $usedOfApp < $this->rules->anApp);
    }

    /** When it is tried again: at the next day's beginning. */
    public static function nextDay(\DateTimeImmutable $now): \DateTimeImmutable
    {
        return $now->setTimezone(new \DateTimeZone('UTC'))->setTime(0, 0)->modify('+1 day');
    }

    /**
     * At the rate of today so far, and with what waits.
     *
     * @return \DateTimeImmutable|null null when they last until the day is over, or there is no limit
     */
    public function usedUpAt(int $used, int $waiting, \DateTimeImmutable $now): ?\DateTimeImmutable
    {
        $left = $this->rules->aDay - $used - $waiting;
        if ($this->rules->aDay === 0) {
            return null;
        }
        if ($left <= 0) {
            return $now;
        }
        $begun = $now->setTimezone(new \DateTimeZone('UTC'))->setTime(0, 0);
        $seconds = max(1, $now->getTimestamp() - $begun->getTimestamp());
        $at = $used === 0 ? null : $now->setTimestamp($now->getTimestamp() + (int) ceil($left * $seconds / $used));

        return $at !== null && $at < self::nextDay($now) ? $at : null;
    }

    /**
     * On which days messages go out that nobody is waiting for, with what waits before them.
     *
     * @param  int  $usedOfApp  of today, in the name of the app they are sent for
     * @return list<array{day: string, messages: int}> in order, YYYY-MM-DD in UTC; fewer than there are where the rules let none out, or not within a year
     */
    public function spread(int $messages, int $used, int $usedOfApp, int $waiting, \DateTimeImmutable $now): array
    {
        $day = $now->setTimezone(new \DateTimeZone('UTC'))->setTime(0, 0);
        $days = [];
        for ($at = 0; $at < 366 && $messages > 0; $at++, $day = $day->modify('+1 day'), [$used, $usedOfApp] = [0, 0]) {
            $room = max(0, min(
                $this->rules->aDay === 0 ? PHP_INT_MAX : $this->rules->forOthers() - $used,
                $this->rules->anApp === 0 ? PHP_INT_MAX : $this->rules->anApp - $usedOfApp,
            ));
            $before = min($waiting, $room);
            $waiting -= $before;
            $out = min($messages, $room - $before);
            $messages -= $out;
            if ($out > 0) {
                $days[] = ['day' => $day->format('Y-m-d'), 'messages' => $out];
            }
        }

        return $days;
    }
}
