<?php

declare(strict_types=1);

use Illuminate\Console\Scheduling\Schedule;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Support\Facades\Route;
use Kennel\App\Credentials\Sessions\LiveSessions;
use Kennel\App\Foundation\Container\KennelApplication;
use Kennel\App\Foundation\Http\ChooseLanguage;
use Kennel\App\Foundation\Http\KennelRouter;
use Kennel\App\Foundation\Http\Problem;
use Kennel\App\Foundation\Http\RenderProblem;
use Kennel\App\Foundation\Http\RequireSameOrigin;
use Kennel\App\Foundation\Http\SecurityHeaders;
use Kennel\App\Foundation\Pulses\Pulses;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\App\OAuth\Http\OAuthAnswer;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\App\OAuth\Tokens\TellSignedOut;
use Kennel\App\Policy\Http\RefuseDraft;
use Kennel\App\RequestKernel;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Demo\Commands\SeedDemo;
use Kennel\Demo\Commands\WriteOlderSite;
use Psr\Clock\ClockInterface;

$app = KennelApplication::configure(basePath: dirname(__DIR__))
    ->withRouting(
        commands: __DIR__.'/../routes/console.php',
        using: static function (): void {
            Route::middleware('api')->prefix('api/v1')->group(base_path('routes/api.php'));
            Route::middleware('oauth')->group(base_path('routes/oauth.php'));
            Route::middleware([])->group(base_path('routes/web.php'));
        },
    )
    ->withCommands([SeedDemo::class, WriteOlderSite::class])
    ->withSchedule(static function (Schedule $schedule): void {
        $schedule->call(static fn () => app(Pulses::class)->beat(Pulses::SCHEDULE))->name('pulse')->everyMinute();
        $schedule->command('kennel:census')->hourly()->withoutOverlapping();
        $schedule->command('kennel:ask-relay')->everyTenMinutes()->withoutOverlapping();
        $schedule->call(static fn () => TellSignedOut::all(app(Clients::class), app(LiveSessions::class), app(ClockInterface::class)))->name('sign-outs')->everyMinute()->withoutOverlapping();
        $schedule->call(static fn () => app(SigningKeys::class)->takeTurns())->name('signing keys')->everyFiveMinutes();
        $schedule->command('kennel:purge')->everyFiveMinutes()->withoutOverlapping();
    })
    ->withMiddleware(static function (Middleware $middleware): void {
        // The framework's own global list trims and rewrites input; passwords must arrive as they were typed.
        $middleware->use([SecurityHeaders::class]);
        $middleware->group('oauth', []);
        $middleware->group('api', [ChooseLanguage::class, RequireSameOrigin::class, RefuseDraft::class]);
    })
    ->withExceptions(static function (Exceptions $exceptions): void {
        $exceptions->dontReport([Problem::class, Refusal::class, OAuthRefused::class]);
        // Whoever was told the act's id finds here what failed.
        $exceptions->context(static fn (): array => ['act_id' => app(RequestContext::class)->actId]);
        $exceptions->render(static fn (OAuthRefused $refused) => OAuthAnswer::refusal($refused));
        $exceptions->render(static fn (Throwable $error, Illuminate\Http\Request $request) => app(RenderProblem::class)($error, $request));
    })
    ->create();
$app->singleton('router', static fn (Illuminate\Foundation\Application $app): KennelRouter => new KennelRouter($app['events'], $app));
$app->singleton(Illuminate\Contracts\Http\Kernel::class, RequestKernel::class);

// Everything that changes at run time lives in one directory, so that the code can be read-only.
$data = $_SERVER['KENNEL_DATA'] ?? $_ENV['KENNEL_DATA'] ?? getenv('KENNEL_DATA');
if (is_string($data) && $data !== '') {
    $app->useStoragePath($data);
    // The framework may be told to keep its own caches there, and writes them before any command of ours can make the folder.
    PHP_SAPI !== 'cli' || is_dir("{$data}/framework") || @mkdir("{$data}/framework", 0o750, true);
}

return $app;
