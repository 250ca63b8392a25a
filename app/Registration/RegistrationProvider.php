<?php

declare(strict_types=1);

namespace Kennel\App\Registration;

use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Registration\Invitations\Invitation;
use Kennel\App\Registration\Signup\PastVerdict;
use Kennel\App\Registration\Signup\SentForm;
use Kennel\App\Registration\Signup\SignupTally;
use Kennel\App\Registration\Verification\ForgetUnproven;
use Kennel\Core\Registration\Invitations\InvitationRules;
use Kennel\Core\Registration\Signup\BotRules;
use Kennel\Core\Registration\Signup\SignupRules;
use Kennel\Core\Registration\Verification\AddressChangeRules;
use Kennel\Core\Registration\Verification\VerificationRules;

/** Sign-up, invitations, verification. */
final class RegistrationProvider extends AreaProvider
{
    /** Records that say themselves which of their rows may go. */
    public const PRUNED = [
        Invitation::class,
        SentForm::class,
        PastVerdict::class,
        SignupTally::class,
    ];

    /** What deletes more than rows of one record. */
    public const FORGETS = [
        ForgetUnproven::class,
    ];

    public static function rules(): array
    {
        return [
            SignupRules::class => static fn (RulesInForce $rules): SignupRules => SignupRules::read($rules->section('signup')),
            BotRules::class => static fn (RulesInForce $rules): BotRules => BotRules::read($rules->section('signup', 'bots')),
            VerificationRules::class => static fn (RulesInForce $rules): VerificationRules => VerificationRules::read($rules->section('verification')),
            AddressChangeRules::class => static fn (RulesInForce $rules): AddressChangeRules => AddressChangeRules::read($rules->section('address_changes')),
            InvitationRules::class => static fn (RulesInForce $rules): InvitationRules => InvitationRules::read($rules->section('invitations')),
        ];
    }

    public function register(): void
    {
        parent::register();
        $this->app->bind(DefaultRoles::class, static fn (KennelApplication $app): DefaultRoles => new DefaultRoles(
            $app->part(Apps::class),
            $app->part(SignupRules::class)->roles,
            $app->part(Roles::class),
        ));
    }
}
