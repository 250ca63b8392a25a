<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\OAuth\SigningKeys\SigningKey;
use Kennel\App\OAuth\SigningKeys\SigningKeys;
use Kennel\App\OAuth\Tokens\AppFigures;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\WrittenReason;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\SigningKeys\SigningAlgorithm;
use Psr\Clock\ClockInterface;

/** The keys that tokens are signed by, as they take turns. */
final readonly class SigningKeyController
{
    public function __construct(private Caller $caller, private SigningKeys $keys, private Clients $clients, private ClockInterface $clock)
    {
    }

    public function index(AppFigures $figures): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);

        return Json::ok([
            'items' => array_map($this->present(...), $this->keys->all()),
            // Whoever withdraws a key sees first whom it hits.
            'users' => array_values(array_map(fn ($client): array => ['app' => $client->key, 'algorithm' => $client->algorithm->value, 'counts_for' => $client->accessLifetime->seconds, 'live' => $figures->live($client->key)['authorizations']], $this->clients->all)),
        ]);
    }

    public function rotate(Request $request): JsonResponse
    {
        $operator = $this->caller->requireUnbounded(Permission::RulesManage);
        $body = Body::of($request);
        $algorithm = SigningAlgorithm::tryFrom($body->text('algorithm') ?? '');
        $body->complete();
        $this->keys->rotate($algorithm ?? throw Refusal::invalid([new Reason('signing.algorithm', 'algorithm', ['algorithms' => SigningAlgorithm::names()])]), $operator->asOperator());

        return Json::ok(['items' => array_map($this->present(...), $this->keys->all())], 201);
    }

    public function withdraw(string $kid, Request $request): Response
    {
        $operator = $this->caller->requireUnbounded(Permission::RulesManage);
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $body->complete();
        $reasons = WrittenReason::reasonsAgainst($why);
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }
        $this->keys->withdraw($kid, trim($why), $operator->asOperator());

        return new Response(status: 204);
    }

    /** @return array<string, string|null> */
    private function present(SigningKey $key): array
    {
        $now = $this->clock->now();
        $schedule = $this->keys->schedule($key->algorithm);
        $times = $key->times();
        $goneAt = $times->withdrawnAt ?? $schedule->goneAt($times);

        return [
            'id' => $key->id, 'algorithm' => $key->algorithm->value, 'created_at' => $key->created_at, 'used_from' => $key->used_from,
            'gone_at' => $goneAt === null ? null : Moment::write($goneAt),
            'state' => match (true) {
                $times->withdrawnAt !== null => 'withdrawn',
                $times->usedFrom > $now => 'next',
                $schedule->current($now)?->id === $key->id => 'current',
                $goneAt !== null && $goneAt <= $now => 'gone',
                default => 'former',
            },
            'withdrawn_by' => $key->withdrawn_by, 'withdrawn_why' => $key->withdrawn_why,
        ];
    }
}
