<?php

declare(strict_types=1);

namespace Kennel\Core\Tokens;

/** What becomes of a refresh token that is shown (OAuth 2.1 §4.3.1, RFC 9700 §4.14.2). */
final class DecideRefresh
{
    /** An answer may be lost on its way: the token that was used last counts once more for so long, in seconds, as long as what it gave was not used. */
    public const OVERLAP = 20;

    public static function of(RefreshToken $shown, FamilyState $family, \DateTimeImmutable $now): RefreshVerdict
    {
        $digest = $shown->secretDigest();
        if (hash_equals($family->currentDigest, $digest)) {
            return $family->lapsesAt > $now ? RefreshVerdict::Renewed : RefreshVerdict::Lapsed;
        }
        if ($family->formerDigest !== null && hash_equals($family->formerDigest, $digest) && $family->renewedAt !== null) {
            $since = $now->getTimestamp() - $family->renewedAt->getTimestamp();
            if ($since >= 0 && $since <= self::OVERLAP) {
                return $family->lapsesAt > $now ? RefreshVerdict::RenewedAgain : RefreshVerdict::Lapsed;
            }
        }

        return RefreshVerdict::Reused;
    }
}
