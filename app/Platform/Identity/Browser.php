<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Identity;

use Illuminate\Http\Request;

/** The browser or program that asks, as a session remembers it. */
final readonly class Browser
{
    private const LONGEST = 255;

    public function __construct(public Surface $surface, public string $source, public string $userAgent)
    {
    }

    public static function of(Request $request): self
    {
        return new self(Surface::of($request), (string) $request->ip(), mb_substr(mb_scrub((string) $request->userAgent()), 0, self::LONGEST));
    }
}
