<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Disclosure\WhatAnAppReceives;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\OAuth\Clients\AppSecret;
use Kennel\App\OAuth\Clients\AppSecrets;
use Kennel\App\OAuth\Clients\WhatToPaste;
use Kennel\App\OAuth\Tokens\AppFigures;
use Kennel\App\OAuth\Tokens\Issuer;
use Kennel\App\OAuth\Tokens\TokenSizes;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\OAuth\Clients\ClientAddresses;
use Kennel\Core\OAuth\Clients\ClientKind;
use Kennel\Core\OAuth\Clients\Clients;

/** An app as its developer has to know it: what it is registered with, its secrets, and what happens to it. The registration itself is a rule. */
final readonly class ClientController
{
    private const REVOKED_SHOWN = 10;

    /** Addresses that are looked at in one go. */
    private const MOST = 100;

    public function __construct(private Caller $caller, private Apps $apps, private Clients $clients, private AppSecrets $secrets)
    {
    }

    public function show(string $key, AppFigures $figures): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $app = $this->apps->find($key) ?? throw Refusal::notFound();
        $client = $this->clients->find($key);

        return Json::ok([
            'key' => $key,
            'name' => $app->name(),
            'is_registered' => $client !== null,
            'authentication' => $client?->authentication->value,
            'issuer' => Issuer::name(),
            'discovery' => Issuer::name().'/.well-known/openid-configuration',
            'snippets' => $client === null ? [] : WhatToPaste::of($client, Issuer::name()),
            'tokens' => $client === null ? null : ['format' => $client->format->value, 'lifetime' => $client->accessLifetime->seconds, 'sizes' => app(TokenSizes::class)->of($client), 'cookie' => TokenSizes::COOKIE, 'header' => TokenSizes::HEADER],
            'receives' => app(WhatAnAppReceives::class)->of($key),
            'secrets' => array_map(self::secret(...), $this->secrets->of($key)),
            'revoked' => array_map(self::secret(...), $this->secrets->revokedOf($key, self::REVOKED_SHOWN)),
            'live' => $figures->live($key),
            'days' => array_map(static fn (array $one): array => ['day' => $one['day'], 'counts' => (object) $one['counts']], $figures->days($key)),
        ]);
    }

    /** What is wrong with addresses while somebody types them. */
    public function verdict(Request $request): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $body = Body::of($request);
        $kind = ClientKind::tryFrom($body->text('kind') ?? '');
        $list = ClientAddresses::tryFrom($body->text('list') ?? '');
        $addresses = $body->texts('addresses');
        $body->complete();
        $unknown = [...$kind === null ? [new Reason('client.kind', 'kind', ['kinds' => ClientKind::names()])] : [], ...$list === null ? [new Reason('client.list', 'list', ['lists' => array_column(ClientAddresses::cases(), 'value')])] : [], ...count($addresses) > self::MOST ? [new Reason('client.addresses', 'addresses', ['maximum' => self::MOST])] : []];
        if ($kind === null || $list === null || $unknown !== []) {
            throw Refusal::invalid($unknown);
        }

        return Json::ok(['mistakes' => $list->mistakes($addresses, $kind)]);
    }

    /** The one time it is told. */
    public function addSecret(string $key, Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::RulesManage);
        Body::of($request)->complete();
        ['secret' => $secret, 'token' => $token] = $this->secrets->add($this->clients->find($key) ?? throw Refusal::notFound(), $operator->asOperator());

        return Json::ok([...self::secret($secret), 'secret' => $token->reveal()], 201);
    }

    public function revokeSecret(string $key, string $id): Response
    {
        $this->secrets->revoke($key, $id, $this->caller->requireUnbounded(Permission::RulesManage)->asOperator());

        return new Response(status: 204);
    }

    /** @return array<string, string|null> */
    private static function secret(AppSecret $one): array
    {
        return ['id' => $one->id, 'hint' => $one->hint, 'created_by' => $one->created_by, 'created_at' => $one->created_at, 'used_at' => $one->used_at, 'revoked_at' => $one->revoked_at, 'revoked_by' => $one->revoked_by];
    }
}
