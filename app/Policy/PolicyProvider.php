<?php

declare(strict_types=1);

namespace Kennel\App\Policy;

use Kennel\App\Foundation\AreaProvider;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Database\ImmediateSqliteConnection;
use Kennel\App\Foundation\Memory\ApcuMemory;
use Kennel\App\Foundation\Memory\NoMemory;
use Kennel\App\Foundation\Memory\SharedMemory;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Cases\ResealCases;
use Kennel\App\Policy\Rehearsals\ForgetRehearsals;
use Kennel\App\Policy\Rules\ForgetLogos;
use Kennel\Core\Policy\Rules\ReviewRules;
use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;

/** The rule book. */
final class PolicyProvider extends AreaProvider
{
    /** What deletes more than rows of one record. */
    public const FORGETS = [
        ForgetLogos::class,
        ForgetRehearsals::class,
    ];

    /** What keeps sealed values. */
    public const RESEALS = [
        ResealCases::class,
    ];

    public static function rules(): array
    {
        return [
            ReviewRules::class => static fn (RulesInForce $rules): ReviewRules => ReviewRules::read($rules->section('review')),
        ];
    }

    public function register(): void
    {
        parent::register();
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
    }
}
