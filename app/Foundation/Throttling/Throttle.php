<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Throttling;

use Illuminate\Cache\RateLimiter;
use Kennel\App\Foundation\DerivedKey;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Throttling\ThrottleRules;

/** Counts knocks by the rules and refuses those beyond them. What is counted by is kept as a keyed digest. */
final readonly class Throttle
{
    public function __construct(private RateLimiter $limiter, private ThrottleRules $rules)
    {
    }

    /**
     * @param  key-of<ThrottleRules::LIMITS>  $what
     * @param  string  $whom  a source, or an address whether known or not
     *
     * @throws Refusal when there were too many
     */
    public function hit(string $what, string $whom): void
    {
        $limit = $this->rules->limit($what);
        if ($limit->times === 0) {
            return;
        }
        $key = "throttle:{$what}:".self::digest($whom);
        // Counted before it is compared: requests at the same moment cannot all pass.
        if ($this->limiter->hit($key, $limit->within->seconds) > $limit->times) {
            throw Refusal::heldBack('request.throttled', max(1, $this->limiter->availableIn($key)));
        }
    }

    public static function digest(string $whom): string
    {
        return hash_hmac('sha256', $whom, DerivedKey::for('throttles'));
    }
}
