<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Rehearsals;

use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\ClientAuthentication;
use Kennel\Core\OAuth\Clients\GrantType;

/** What can go wrong while an app comes to tokens: one thing is other than it should be, and everything else as it is. */
enum Mishap: string
{
    case Nothing = 'nothing';
    /** The redirect URI has a “/” more than the registered one. */
    case RedirectUri = 'redirect_uri';
    case NoChallenge = 'no_challenge';
    case UnknownScope = 'unknown_scope';
    case Refused = 'refused';
    /** As somebody would who stole the code. */
    case OtherVerifier = 'other_verifier';
    case CodeTwice = 'code_twice';
    case LateCode = 'late_code';
    case OtherSecret = 'other_secret';
    /** Longer ago than a lost answer would explain. */
    case RefreshTwice = 'refresh_twice';
    case SignedOut = 'signed_out';

    public function suits(Client $client): bool
    {
        $isByCode = $client->may(GrantType::AuthorizationCode);
        $isByPeople = $isByCode || $client->may(GrantType::DeviceCode);

        return match ($this) {
            self::Nothing, self::UnknownScope => true,
            self::RedirectUri, self::NoChallenge, self::OtherVerifier, self::CodeTwice, self::LateCode => $isByCode,
            // Nobody is asked for an app of the service's own.
            self::Refused => $isByPeople && ($client->asksConsent || ! $isByCode),
            self::OtherSecret => $client->authentication !== ClientAuthentication::None,
            self::RefreshTwice, self::SignedOut => $isByPeople && $client->may(GrantType::RefreshToken),
        };
    }

    /** @return list<string> */
    public static function suiting(Client $client): array
    {
        return array_values(array_map(static fn (self $one): string => $one->value, array_filter(self::cases(), static fn (self $one): bool => $one->suits($client))));
    }
}
