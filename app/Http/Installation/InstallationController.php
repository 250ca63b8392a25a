<?php

declare(strict_types=1);

namespace Kennel\App\Http\Installation;

use Illuminate\Contracts\Container\Container;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Checks\CheckDirectory;
use Kennel\App\Checks\CheckKey;
use Kennel\App\Checks\CheckSchema;
use Kennel\App\Checks\Grade;
use Kennel\App\Http\Protocol\Body;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Installation\Install;
use Kennel\App\Installation\InstallationRequest;
use Kennel\App\Installation\SetupCode;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Secrets\Secret;

/** The console's first page: open to whoever has the code that lies on the machine, as long as there is no keeper. */
final readonly class InstallationController
{
    public function __construct(private Container $container)
    {
    }

    /** What a command has to do first, and whether a keeper is missing. Says nothing once there is one. */
    public function show(CheckKey $key, CheckDirectory $directory, CheckSchema $schema, SetupCode $code): JsonResponse
    {
        $steps = [];
        $isReady = true;
        foreach ([$directory, $schema] as $check) {
            $isDone = array_filter($check->look(), static fn ($finding): bool => $finding->grade === Grade::Wrong) === [];
            $steps[] = ['step' => $check->name(), 'is_done' => $isDone];
            $isReady = $isReady && $isDone;
        }
        // Not before: it reads the rules, which need a database.
        if ($isReady && ! $this->container->make(Install::class)->isNeeded()) {
            return Json::ok(['is_needed' => false, 'steps' => []]);
        }
        // The key is looked at last: it is held against what is sealed in the database.
        $isDone = $isReady && $key->look()[0]->grade !== Grade::Wrong;
        $steps[] = ['step' => $key->name(), 'is_done' => $isDone];
        if ($isReady && $isDone) {
            $code->get();
        }

        return Json::ok(['is_needed' => true, 'steps' => $steps]);
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
