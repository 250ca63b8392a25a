<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Http;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\SignIn\Providers\Links;
use Kennel\App\SignIn\Providers\Providers;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Secrets\Secret;

/** What operators see and set of outside providers. The providers themselves are rules. */
final readonly class ProviderController
{
    public function __construct(private Caller $caller)
    {
    }

    /** Whether each has given us a secret, and since when; the secret itself nobody is told. */
    public function secrets(Providers $providers): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $changed = $providers->secretsChanged();

        return Json::ok(['items' => array_map(static fn (string $key, string $at): array => ['provider' => $key, 'changed_at' => $at], array_keys($changed), $changed)]);
    }

    public function setSecret(string $key, Request $request, Providers $providers, ConnectionInterface $database): Response
    {
        $operator = $this->caller->requireUnbounded(Permission::RulesManage);
        $body = Body::of($request);
        $secret = $body->secret('secret') ?? new Secret('');
        $body->complete();
        $database->transaction(fn () => $providers->keepSecret($key, $secret, $operator));

        return new Response(status: 204);
    }

    public function ofAccount(string $id, Links $links, AccountList $accounts): JsonResponse
    {
        $this->caller->require(Permission::AccountsRead);

        return Json::ok(['items' => OwnProviderController::present($links->of($accounts->get($id)->id))]);
    }
}
