<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Http;

use Illuminate\Contracts\Container\Container;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Operations\Checks\Checks;
use Kennel\App\Operations\Installation\Install;
use Kennel\App\Operations\Installation\InstallationRequest;
use Kennel\App\Operations\Installation\SetupCode;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;

/** The console's first page: open to whoever has the code that lies on the machine, as long as there is no keeper. */
final readonly class InstallationController
{
    public function __construct(private Container $container)
    {
    }

    /** What a command has to do first, and whether a keeper is missing. Says nothing once there is one. */
    public function show(Checks $checks, SetupCode $code): JsonResponse
    {
        $ready = $checks->toBegin();
        // Not before there is a database: it reads the rules.
        if ($ready['directory'] && $ready['schema'] && ! $this->container->make(Install::class)->isNeeded()) {
            return Json::ok(['is_needed' => false, 'steps' => []]);
        }
        if (! in_array(false, $ready, true)) {
            $code->get();
        }

        return Json::ok([
            'is_needed' => true,
            'steps' => array_map(static fn (string $step, bool $isDone): array => ['step' => $step, 'is_done' => $isDone], array_keys($ready), $ready),
        ]);
    }

    public function store(Request $request, SetupCode $code, Install $install): JsonResponse
    {
        if (! $install->isNeeded()) {
            throw Refusal::conflict('installation.done');
        }
        $body = Body::of($request);
        $typed = $body->text('code') ?? '';
        $parts = array_map(static fn (string $key): string => $body->text($key) ?? '', ['app', 'app_name', 'app_kind', 'name', 'email']);
        $password = $body->secret('password') ?? new Secret('');
        $body->complete();
        // Before anything else is said: a stranger learns nothing of what would do.
        if (! $code->matches($typed)) {
            throw Refusal::invalid([new Reason('installation.code', 'code')]);
        }
        $install(InstallationRequest::parse(...$parts, password: $password), isFirst: true);

        return Json::ok(['is_needed' => false, 'steps' => []], 201);
    }
}
