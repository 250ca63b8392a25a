<?php

declare(strict_types=1);

namespace Kennel\App\Directory;

use Kennel\App\Directory\Accounts\ForgetClosedAccounts;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Directory\Roles\TidyLapsedRoles;
use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Accounts\DutyRules;
use Kennel\Core\Directory\Accounts\FactorDemand;
use Kennel\Core\Directory\Accounts\FactorRules;
use Kennel\Core\Directory\Accounts\OwedRules;
use Kennel\Core\Directory\Accounts\TermsRules;
use Kennel\Core\Directory\Apps\AppRules;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Fields\DecideFields;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Pictures\PictureRules;
use Psr\Clock\ClockInterface;

/** Accounts and what is kept of them, apps, roles. */
final class DirectoryProvider extends AreaProvider
{
    /** What deletes more than rows of one record. */
    public const FORGETS = [
        ForgetClosedAccounts::class,
        TidyLapsedRoles::class,
    ];

    public static function rules(): array
    {
        return [
            Apps::class => static fn (RulesInForce $rules): Apps => new Apps(AppRules::readAll($rules->only('apps'))),
            TermsRules::class => static fn (RulesInForce $rules): TermsRules => TermsRules::read($rules->section('signup', 'terms')),
            AddressRules::class => static fn (RulesInForce $rules): AddressRules => AddressRules::read($rules->section('addresses')),
            FieldRules::class => static fn (RulesInForce $rules): FieldRules => FieldRules::read($rules->only('fields')),
            DisclosureRules::class => static fn (RulesInForce $rules): DisclosureRules => DisclosureRules::read($rules->section('disclosure')),
            PictureRules::class => static fn (RulesInForce $rules): PictureRules => PictureRules::read($rules->section('pictures')),
            FactorRules::class => static fn (RulesInForce $rules): FactorRules => FactorRules::read($rules->section('factors')),
        ];
    }

    public function register(): void
    {
        parent::register();
        // Of today, and so of no revision alone.
        $this->app->scoped(DutyRules::class, static function (KennelApplication $app): DutyRules {
            $owed = $app->part(RulesInForce::class)->part(OwedRules::class, static fn (): OwedRules => new OwedRules(
                $app->make(FieldRules::class)->owed(),
                $app->make(TermsRules::class)->version,
                new FactorDemand($app->make(FactorRules::class), [], $app->make(Apps::class)->demandingFactor()),
            ));
            $demand = $owed->factors;

            return new DutyRules(
                $owed->fields,
                $owed->termsVersion,
                $app->part(DecideFields::class),
                $app->part(ClockInterface::class)->now(),
                // Who includes whom is looked up only where a role is named.
                $demand->rules->roles === [] ? $demand : $demand->ofRoles($app->make(Roles::class)->graph()->including($demand->rules->roles)),
            );
        });
    }
}
