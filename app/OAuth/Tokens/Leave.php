<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\OAuth\Clients\FindClient;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\Core\OAuth\Clients\RedirectUri;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\SigningKeys\Verdict;

/** An app sends a person's browser to be signed out (OpenID Connect RP-Initiated Logout 1.0). Whoever is meant is signed out at once; else the person is asked. */
final readonly class Leave
{
    public function __construct(private FindClient $find, private SigningKeys $keys)
    {
    }

    /** @return string|null where the browser goes on to: an address that is registered for the app, or nowhere */
    public function address(?string $clientId, #[\SensitiveParameter] ?string $hint, ?string $uri, ?string $state): ?string
    {
        $token = $this->hint($hint);
        $client = ($this->find)($clientId ?? $token?->audience()[0] ?? '');
        // An app that says it is another than the one the token was made for.
        $isOdd = $token !== null && $clientId !== null && ! in_array($clientId, $token->audience(), true);
        if ($client === null || $isOdd || $uri === null || ! $client->signsOutTo($uri)) {
            return null;
        }

        return RedirectUri::with($uri, ['state' => $state]);
    }

    /** Whether the app proved that it means this session, by a token that was made in it. */
    public function isMeant(#[\SensitiveParameter] ?string $hint, SignedIn $person): bool
    {
        $token = $this->hint($hint);

        return $token !== null && $token->text('sub') === $person->accountId && $token->text('sid') === $person->sessionId;
    }

    /** One that has run out counts as well (§2): nothing is given for it. */
    private function hint(#[\SensitiveParameter] ?string $hint): ?Jws
    {
        $token = $hint === null ? null : Jws::read($hint);

        return $token !== null && $token->text('iss') === Issuer::name() && ($token->header['typ'] ?? 'JWT') === 'JWT' && $this->keys->verify($token) === Verdict::Signed ? $token : null;
    }
}
