<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Illuminate\Http\Request;
use Kennel\App\Foundation\Throttling\Source;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\Core\Foundation\Throttling\ThrottleRules;
use Symfony\Component\HttpFoundation\Response;

/** The limit by source. The endpoint says which (Endpoint::throttled). */
final readonly class ThrottleSource
{
    public function __construct(private Throttle $throttle)
    {
    }

    /** @param  key-of<ThrottleRules::LIMITS>  $what */
    public static function by(string $what): string
    {
        return self::class.":{$what}";
    }

    /**
     * @param  \Closure(Request): Response  $next
     * @param  key-of<ThrottleRules::LIMITS>  $what
     */
    public function handle(Request $request, \Closure $next, string $what): Response
    {
        $this->throttle->hit($what, Source::of($request));

        return $next($request);
    }
}
