<?php

declare(strict_types=1);

namespace Kennel\App\OAuth;

use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\OAuth\Clients\ShownAssertion;
use Kennel\App\OAuth\SigningKeys\ResealSigningKeys;
use Kennel\App\OAuth\Tokens\AccessToken;
use Kennel\App\OAuth\Tokens\Authorization;
use Kennel\App\OAuth\Tokens\DeviceRequest;
use Kennel\App\OAuth\Tokens\PendingAuthorization;
use Kennel\App\OAuth\Tokens\RevokedToken;
use Kennel\App\OAuth\Tokens\TokenTally;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Clients\LongestLifetime;
use Kennel\Core\OAuth\SigningKeys\KeyRules;

/** Client apps and their tokens. */
final class OAuthProvider extends AreaProvider
{
    /** Records that say themselves which of their rows may go. */
    public const PRUNED = [
        PendingAuthorization::class,
        Authorization::class,
        AccessToken::class,
        RevokedToken::class,
        ShownAssertion::class,
        DeviceRequest::class,
        TokenTally::class,
    ];

    /** What keeps sealed values. */
    public const RESEALS = [
        ResealSigningKeys::class,
    ];

    public static function rules(): array
    {
        return [
            Clients::class => static fn (RulesInForce $rules): Clients => Clients::read($rules->only('clients')),
            LongestLifetime::class => static fn (): LongestLifetime => LongestLifetime::of(app(Clients::class)),
            KeyRules::class => static fn (RulesInForce $rules): KeyRules => KeyRules::read($rules->section('signing_keys')),
        ];
    }
}
