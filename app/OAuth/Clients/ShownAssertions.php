<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Clients;

use Kennel\App\Foundation\Moment;

/** What may be shown once: assertions of apps, and proofs that somebody holds a key. Of each its digest is kept for as long as it would count. */
final class ShownAssertions
{
    public static function wasShown(string $digest): bool
    {
        return ShownAssertion::query()->whereKey($digest)->exists();
    }

    /** @return bool false for one that was shown before, be it at this very moment */
    public static function show(string $digest, \DateTimeImmutable $until): bool
    {
        return ShownAssertion::query()->insertOrIgnore(['digest' => $digest, 'expires_at' => Moment::write($until)]) === 1;
    }
}
