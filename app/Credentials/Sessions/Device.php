<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

/** A browser and a system in two words, from a User-Agent header. A label for people; nothing is decided by it. */
final class Device
{
    private const BROWSERS = ['Edg/' => 'Edge', 'OPR/' => 'Opera', 'Firefox/' => 'Firefox', 'Chrome/' => 'Chromium', 'Safari/' => 'Safari', 'curl/' => 'curl'];

    private const SYSTEMS = [
        'Android' => 'Android',
        'iPhone' => 'iPhone',
        'iPad' => 'iPad',
        'Windows' => 'Windows',
        'Mac OS X' => 'macOS',
        'CrOS' => 'ChromeOS',
        'Linux' => 'Linux',
    ];

    public static function describe(string $userAgent): string
    {
        $browser = self::first(self::BROWSERS, $userAgent);
        $system = self::first(self::SYSTEMS, $userAgent);

        return match (true) {
            $browser !== null && $system !== null => "{$browser} on {$system}",
            $browser !== null => $browser,
            $userAgent === '' => 'a program without a name',
            default => mb_substr($userAgent, 0, 40),
        };
    }

    /** @param  array<string, string>  $names */
    private static function first(array $names, string $userAgent): ?string
    {
        foreach ($names as $mark => $name) {
            if (str_contains($userAgent, $mark)) {
                return $name;
            }
        }

        return null;
    }
}
