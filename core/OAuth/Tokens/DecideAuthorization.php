<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;

/** What has to happen before an app gets what it asked for (OpenID Connect Core 1.0 §§3.1.2.3, 3.1.2.4). */
final class DecideAuthorization
{
    /**
     * @param  \DateTimeImmutable  $askedAt  when the app asked: what was done since is new
     *
     * @throws OAuthRefused where something would have to be shown, and the app wants nothing to be
     */
    public static function of(AuthorizationRequest $request, Client $client, ?Present $present, \DateTimeImmutable $askedAt, \DateTimeImmutable $now): Step
    {
        if ($request->has(Prompt::Create) && ($present === null || $present->startedAt < $askedAt)) {
            return Step::SignUp;
        }
        if ($present === null || self::isStale($request, $present, $askedAt, $now)) {
            return self::unless($request, Step::SignIn, OAuthError::LoginRequired, 'Nobody is signed in, or not recently enough.');
        }
        if (! $present->isComplete) {
            return self::unless($request, Step::Complete, OAuthError::InteractionRequired, 'The account owes something before it can be used.');
        }
        if ($client->asksConsent && ($present->consented === null || ! $request->scope->isWithin($present->consented))) {
            return self::unless($request, Step::Consent, OAuthError::ConsentRequired, 'The person has not agreed to all of the scope yet.');
        }

        // Whoever listens at such an address may be another than the app that is registered: somebody has to be there each time (RFC 8252 §8.6). Of no use to
        // another is the code of an app that shows who it is.
        $isThere = $present->provenAt >= $askedAt || ($present->consentedAt !== null && $present->consentedAt >= $askedAt);
        if (! $isThere && $client->authentication === ClientAuthentication::None && ! str_starts_with($request->redirectUri, 'https:')) {
            return self::unless($request, Step::Consent, OAuthError::InteractionRequired, 'The app is on a device, where somebody has to say yes each time.');
        }

        return $request->has(Prompt::Consent) && ($present->consentedAt === null || $present->consentedAt < $askedAt) ? Step::Consent : Step::Grant;
    }

    private static function isStale(AuthorizationRequest $request, Present $present, \DateTimeImmutable $askedAt, \DateTimeImmutable $now): bool
    {
        $again = $request->has(Prompt::Login) || $request->has(Prompt::SelectAccount);

        // A wish alone: whoever has no second factor is let in with one, once they were asked, and the token says so.
        $isWeak = $request->assurance !== null && ! $request->has(Prompt::None) && ! $present->assurance->suffices($request->assurance);

        return (($again || $isWeak) && $present->provenAt < $askedAt)
            // Whoever proved themselves for this very request is not asked once more, even where max_age is 0.
            || ($request->maxAge !== null && $now->getTimestamp() - $present->provenAt->getTimestamp() > $request->maxAge && $present->provenAt < $askedAt);
    }

    /** @throws OAuthRefused */
    private static function unless(AuthorizationRequest $request, Step $step, OAuthError $error, string $why): Step
    {
        return $request->has(Prompt::None) ? throw new OAuthRefused($error, $why) : $step;
    }
}
