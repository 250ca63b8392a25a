<?php

declare(strict_types=1);

namespace Kennel\App\Policy;

use Illuminate\Support\ServiceProvider;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Apps\DefaultRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Memory\ApcuMemory;
use Kennel\App\Foundation\Memory\NoMemory;
use Kennel\App\Foundation\Memory\SharedMemory;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\SignIn\Recovery\SendRecovery;
use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Credentials\Sessions\SessionRules;
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
use Kennel\Core\Directory\Fields\FieldTypes;
use Kennel\Core\Directory\Fields\PhoneNumbers;
use Kennel\Core\Directory\Pictures\PictureRules;
use Kennel\Core\Foundation\Retention\RetentionRules;
use Kennel\Core\Foundation\Throttling\ThrottleRules;
use Kennel\Core\Messaging\Mail\AllowanceRules;
use Kennel\Core\Messaging\Wording\WordingRules;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Clients\LongestLifetime;
use Kennel\Core\OAuth\SigningKeys\KeyRules;
use Kennel\Core\Policy\Rules\ReviewRules;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;
use Kennel\Core\Registration\Invitations\InvitationRules;
use Kennel\Core\Registration\Signup\BotRules;
use Kennel\Core\Registration\Signup\SignupRules;
use Kennel\Core\Registration\Verification\AddressChangeRules;
use Kennel\Core\Registration\Verification\VerificationRules;
use Kennel\Core\SignIn\Providers\ProviderRules;
use Kennel\Core\SignIn\SigninRules;
use Psr\Clock\ClockInterface;

/** Hands out the rules, each part of the rule book by itself: most requests need one of them. */
final class RulesProvider extends ServiceProvider
{
    /** Read once a request or job, so that what is published counts from the next on. */
    public function register(): void
    {
        $this->app->singleton(SharedMemory::class, static fn (): SharedMemory => ApcuMemory::isThere() ? new ApcuMemory(base_path()) : new NoMemory());
        $this->app->scoped(
            RulesInForce::class,
            static fn (KennelApplication $app): RulesInForce => new RulesInForce(
                $app->part(ImmediateSqliteConnection::class),
                storage_path('framework/rules'),
                $app->part(SharedMemory::class),
                static fn (array $document): array => UpgradeBook::ofToday()($document),
            ),
        );
        foreach (self::parts() as $class => $read) {
            $this->app->scoped($class, static function (KennelApplication $app) use ($class, $read): object {
                $rules = $app->part(RulesInForce::class);

                return $rules->part($class, static fn (): object => $read($rules));
            });
        }
        $this->app->bind(DefaultRoles::class, static fn (KennelApplication $app): DefaultRoles => new DefaultRoles(
            $app->part(Apps::class),
            $app->part(SignupRules::class)->roles,
            $app->part(Roles::class),
        ));
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
                // Not by the container, which takes three times as long: this is made at every request.
                new DecideFields(new FieldTypes($app->part(PhoneNumbers::class))),
                $app->part(ClockInterface::class)->now(),
                // Who includes whom is looked up only where a role is named.
                $demand->rules->roles === [] ? $demand : $demand->ofRoles($app->make(Roles::class)->graph()->including($demand->rules->roles)),
            );
        });
        $this->app->when(SendRecovery::class)->needs(VerificationRules::class)
            ->give(static fn ($app): VerificationRules => VerificationRules::read($app->make(RulesInForce::class)->section('recovery')));
    }

    /** @return list<class-string> everything that is made of the rules in force */
    public static function classes(): array
    {
        return [...array_keys(self::parts()), DutyRules::class];
    }

    /** @return array<class-string, \Closure(RulesInForce): object> how each part is read */
    public static function parts(): array
    {
        return [
            Apps::class => static fn (RulesInForce $rules): Apps => new Apps(AppRules::readAll($rules->only('apps'))),
            Clients::class => static fn (RulesInForce $rules): Clients => Clients::read($rules->only('clients')),
            LongestLifetime::class => static fn (): LongestLifetime => LongestLifetime::of(app(Clients::class)),
            KeyRules::class => static fn (RulesInForce $rules): KeyRules => KeyRules::read($rules->section('signing_keys')),
            SignupRules::class => static fn (RulesInForce $rules): SignupRules => SignupRules::read($rules->section('signup')),
            TermsRules::class => static fn (RulesInForce $rules): TermsRules => TermsRules::read($rules->section('signup', 'terms')),
            BotRules::class => static fn (RulesInForce $rules): BotRules => BotRules::read($rules->section('signup', 'bots')),
            AddressRules::class => static fn (RulesInForce $rules): AddressRules => AddressRules::read($rules->section('addresses')),
            FieldRules::class => static fn (RulesInForce $rules): FieldRules => FieldRules::read($rules->only('fields')),
            DisclosureRules::class => static fn (RulesInForce $rules): DisclosureRules => DisclosureRules::read($rules->section('disclosure')),
            PictureRules::class => static fn (RulesInForce $rules): PictureRules => PictureRules::read($rules->section('pictures')),
            PasswordRules::class => static fn (RulesInForce $rules): PasswordRules => PasswordRules::read($rules->section('password')),
            HashingRules::class => static fn (RulesInForce $rules): HashingRules => HashingRules::read($rules->section('hashing')),
            VerificationRules::class => static fn (RulesInForce $rules): VerificationRules => VerificationRules::read($rules->section('verification')),
            CodeRules::class => static fn (RulesInForce $rules): CodeRules => CodeRules::read($rules->section('codes')),
            AddressChangeRules::class => static fn (RulesInForce $rules): AddressChangeRules => AddressChangeRules::read($rules->section('address_changes')),
            InvitationRules::class => static fn (RulesInForce $rules): InvitationRules => InvitationRules::read($rules->section('invitations')),
            AllowanceRules::class => static fn (RulesInForce $rules): AllowanceRules => AllowanceRules::read($rules->section('messages', 'allowance')),
            WordingRules::class => static fn (RulesInForce $rules): WordingRules => WordingRules::read($rules->section('messages')),
            SigninRules::class => static fn (RulesInForce $rules): SigninRules => SigninRules::read($rules->section('signin')),
            FactorRules::class => static fn (RulesInForce $rules): FactorRules => FactorRules::read($rules->section('factors')),
            ProviderRules::class => static fn (RulesInForce $rules): ProviderRules => ProviderRules::read($rules->only('providers')),
            SessionRules::class => static fn (RulesInForce $rules): SessionRules => SessionRules::read($rules->section('sessions')),
            ReviewRules::class => static fn (RulesInForce $rules): ReviewRules => ReviewRules::read($rules->section('review')),
            ThrottleRules::class => static fn (RulesInForce $rules): ThrottleRules => ThrottleRules::read($rules->section('throttles')),
            RetentionRules::class => static fn (RulesInForce $rules): RetentionRules => RetentionRules::read($rules->section('retention')),
        ];
    }
}
