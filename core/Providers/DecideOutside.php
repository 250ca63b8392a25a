<?php

declare(strict_types=1);

namespace Kennel\Core\Providers;

/** What becomes of somebody whom a provider knows. An account is found or made by a verified address alone; by any other, whoever claimed it could be anybody. */
final class DecideOutside
{
    /**
     * @param  bool  $isLinked  an account is linked to this person of the provider
     * @param  bool  $isHolder  somebody has an account with the verified address and has proven that it is theirs
     * @param  bool  $admits  whether the app and the provider's rule let an account be made for that address
     */
    public function __invoke(OutsidePerson $person, bool $isLinked, bool $isHolder, bool $admits): OutsideVerdict
    {
        return match (true) {
            $isLinked => OutsideVerdict::Known,
            $person->verifiedEmail === null => OutsideVerdict::SignInOnce,
            $isHolder => OutsideVerdict::Found,
            $admits => OutsideVerdict::Newcomer,
            default => OutsideVerdict::SignInOnce,
        };
    }
}
