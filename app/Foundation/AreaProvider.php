<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Illuminate\Support\ServiceProvider;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Rules\RulesInForce;

/** What an area brings: its parts of the rule book, what deletes and re-encrypts its rows, its commands. Its endpoints are in Http/routes.php beside it. */
abstract class AreaProvider extends ServiceProvider
{
    public const PRUNED = [];

    public const FORGETS = [];

    public const FORGETS_ACCOUNTS = [];

    public const RESEALS = [];

    public const COMMANDS = [];

    /** @return array<class-string, \Closure(RulesInForce): object> how each of its parts of the rule book is read */
    public static function rules(): array
    {
        return [];
    }

    /** Rules are read once a request or job, so that what is published counts from the next on. */
    public function register(): void
    {
        foreach (static::rules() as $class => $read) {
            $this->app->scoped($class, static function (KennelApplication $app) use ($class, $read): object {
                $rules = $app->part(RulesInForce::class);

                return $rules->part($class, static fn (): object => $read($rules));
            });
        }
    }

    public function boot(): void
    {
        if ($this->app->runningInConsole()) {
            $this->commands(static::COMMANDS);
        }
    }
}
