<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\OAuth\Tokens\Authorize;
use Kennel\App\OAuth\Tokens\PendingRequest;
use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Tokens\OAuthError;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Step;

/** What the account page asks on behalf of whoever an app sent here: what comes next, and at last where to go back to. */
final readonly class AuthorizationController
{
    public function __construct(private Authorize $authorize, private Caller $caller, private Apps $apps)
    {
    }

    public function next(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();

        return $this->answer($this->authorize->pending($token));
    }

    /** The person read to what, and agreed. */
    public function agree(Request $request): JsonResponse
    {
        $person = $this->caller->get();
        $body = Body::of($request);
        $pending = $this->authorize->pending($body->text('token') ?? '');
        $account = $body->text('account') ?? '';
        $body->complete();
        // Who read it may be another than who is signed in by now, from another tab: then they are asked themselves.
        if ($account === $person->accountId) {
            $this->authorize->agree($pending, $person);
        }

        return $this->answer($pending);
    }

    public function refuse(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $pending = $this->authorize->pending($body->text('token') ?? '');
        $body->complete();

        return Json::ok(['address' => $this->authorize->refuse($pending, new OAuthRefused(OAuthError::AccessDenied, 'The person said no.'))]);
    }

    /** @throws Refusal */
    private function answer(PendingRequest $pending): JsonResponse
    {
        $person = $this->caller->find();
        try {
            $step = $this->authorize->step($pending, $person);
        } catch (OAuthRefused $refused) {
            return Json::ok(['step' => 'refused', 'address' => $this->authorize->refuse($pending, $refused)]);
        }
        if ($step === Step::Grant && $person !== null) {
            return Json::ok(['step' => $step->value, 'address' => $this->authorize->grant($pending, $person)]);
        }

        return Json::ok([
            'step' => $step->value,
            'login_hint' => $pending->request->loginHint,
            ...$step === Step::Consent && $person !== null ? ['asks' => ['app' => self::name($this->apps, $pending->client), 'account' => ['id' => $person->accountId, 'name' => $person->name, 'email' => $person->email], 'scope' => self::described($pending->client, $pending->request->scope)]] : [],
        ]);
    }

    public static function name(Apps $apps, Client $client): string
    {
        return $apps->find($client->key)?->name() ?? $client->key;
    }

    /** @return list<array{scope: string, about: string|null}> what each word lets the app do; null for those that the pages have words for */
    public static function described(Client $client, Scope $scope): array
    {
        return array_map(static fn (string $word): array => ['scope' => $word, 'about' => $client->scopes[$word] ?? null], $scope->words);
    }
}
