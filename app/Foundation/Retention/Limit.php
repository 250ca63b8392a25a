<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Retention;

use Kennel\Core\Foundation\Retention\RetentionRules;
use Psr\Clock\ClockInterface;

/** For models that say which of their rows may go: the framework makes them, so they ask for the rules themselves. */
final class Limit
{
    /** @param  key-of<RetentionRules::SPANS>  $what */
    public static function before(string $what): \DateTimeImmutable
    {
        return app(RetentionRules::class)->before($what, app(ClockInterface::class)->now());
    }

    public static function now(): \DateTimeImmutable
    {
        return app(ClockInterface::class)->now();
    }
}
