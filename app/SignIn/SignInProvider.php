<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\SignIn\Providers\ProviderOffer;
use Kennel\App\SignIn\Providers\ProviderTrip;
use Kennel\App\SignIn\Providers\ResealProviderSecrets;
use Kennel\App\SignIn\Recovery\SendRecovery;
use Kennel\Core\Registration\Verification\VerificationRules;
use Kennel\Core\SignIn\Providers\ProviderRules;
use Kennel\Core\SignIn\SigninRules;

/** Signing in, recovery, outside providers. */
final class SignInProvider extends AreaProvider
{
    /** Records that say themselves which of their rows may go. */
    public const PRUNED = [
        ProviderTrip::class,
        ProviderOffer::class,
    ];

    /** What keeps sealed values. */
    public const RESEALS = [
        ResealProviderSecrets::class,
    ];

    public static function rules(): array
    {
        return [
            SigninRules::class => static fn (RulesInForce $rules): SigninRules => SigninRules::read($rules->section('signin')),
            ProviderRules::class => static fn (RulesInForce $rules): ProviderRules => ProviderRules::read($rules->only('providers')),
        ];
    }

    public function register(): void
    {
        parent::register();
        $this->app->when(SendRecovery::class)->needs(VerificationRules::class)
            ->give(static fn ($app): VerificationRules => VerificationRules::read($app->make(RulesInForce::class)->section('recovery')));
    }
}
