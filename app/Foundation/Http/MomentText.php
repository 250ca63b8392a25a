<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Kennel\App\Foundation\Moment;

/** A moment as a client writes it: RFC 3339, or a day for its beginning in UTC. */
final class MomentText
{
    /** @return \DateTimeImmutable|null null for what is no moment */
    public static function read(string $text): ?\DateTimeImmutable
    {
        if (preg_match('/^\d{4}-\d\d-\d\d(T\d\d:\d\d(:\d\d(\.\d{1,6})?)?(Z|[+-]\d\d:\d\d))?$/D', $text) !== 1) {
            return null;
        }
        try {
            return Moment::read((new \DateTimeImmutable($text, Moment::utc()))->setTimezone(Moment::utc())->format('Y-m-d\TH:i:s.v\Z'));
        } catch (\Exception) {
            return null;
        }
    }
}
