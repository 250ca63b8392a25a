<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

/**
 * What becomes of a person an identity provider vouches for. An account is found or made by a verified address alone. Where more is at stake (the console, or
 * an account that may do anything with Kennel) a provider's word is not enough: only a link counts that the account's holder made themselves.
 */
final class DecideOutside
{
    public function __invoke(OutsidePerson $person, OutsideFacts $facts): OutsideVerdict
    {
        return match (true) {
            $facts->isGuarded => $facts->isLinkedByHolder ? OutsideVerdict::Known : OutsideVerdict::SignInOnce,
            $facts->isLinked => OutsideVerdict::Known,
            $person->verifiedEmail === null => OutsideVerdict::SignInOnce,
            $facts->isHolder => OutsideVerdict::Found,
            $facts->admits => OutsideVerdict::Newcomer,
            default => OutsideVerdict::SignInOnce,
        };
    }
}
