<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** What becomes of a refresh token that is shown (OAuth 2.1 §4.3.1, RFC 9700 §4.14.2). */
final class DecideRefresh
{
    /**
     * In seconds, from when a token was exchanged: apps refresh from several workers or pages at once, and answers are lost or late. For so
     * long the token leads to the one that counts, however often it is shown.
     */
    public const OVERLAP = 20;

    public static function of(RefreshToken $shown, FamilyState $family, \DateTimeImmutable $now): RefreshVerdict
    {
        $digest = $shown->secretDigest();
        $isCurrent = hash_equals($family->currentDigest, $digest);
        if (! $isCurrent && $family->since($digest, $now) === []) {
            return RefreshVerdict::Reused;
        }
        if ($family->lapsesAt <= $now) {
            return RefreshVerdict::Lapsed;
        }

        return $isCurrent ? RefreshVerdict::Renewed : RefreshVerdict::RenewedAgain;
    }

    /**
     * The token that counts, from one that led to it within the overlap. Each step is derived under the service's key, so no one else can
     * take it, and no token is stored.
     *
     * @param  non-empty-list<string>  $keys  the one in use and former ones
     * @return RefreshToken|null null when none of the keys leads there
     */
    public static function current(RefreshToken $shown, FamilyState $family, #[\SensitiveParameter] array $keys, \DateTimeImmutable $now): ?RefreshToken
    {
        $steps = $family->since($shown->secretDigest(), $now);
        $token = $steps === [] ? null : $shown;
        foreach ($steps as $index => $step) {
            $token = $token?->successorAmong($step->salt, $keys, $steps[$index + 1]->digest ?? $family->currentDigest);
        }

        return $token;
    }
}
