<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Throttling\HeldNow;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Policy\Impact\BrakeImpact;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;

/** The brakes on guessing: whom they hold back, what they come to, and what they would have done. */
final readonly class BrakeController
{
    private const KINDS = ['source', 'net', 'service'];

    public function __construct(private Caller $caller)
    {
    }

    public function held(HeldNow $held): JsonResponse
    {
        $this->caller->require(Permission::SessionsRead);

        return Json::ok($held->all($this->caller->bounds() === null));
    }

    public function releaseAccount(string $id, Request $request, HeldNow $held): Response
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $body = Body::of($request);
        $reason = $body->text('reason') ?? '';
        $body->complete();
        $held->releaseAccount($id, $reason, $operator);

        return new Response(status: 204);
    }

    public function releaseSource(Request $request, HeldNow $held): Response
    {
        $operator = $this->caller->requireUnbounded(Permission::SessionsEnd);
        $body = Body::of($request);
        [$kind, $source, $reason] = [$body->text('kind'), $body->text('source') ?? '', $body->text('reason') ?? ''];
        $body->complete();
        if (! in_array($kind, self::KINDS, true)) {
            throw Refusal::invalid([new Reason('type.choice', 'kind', ['choices' => self::KINDS])]);
        }
        $held->releaseSource($kind, $source, $reason, $operator);

        return new Response(status: 204);
    }

    public function guesses(Request $request, BrakeImpact $impact): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);

        return Json::ok($impact->guesses((new Query($request))->number('sources', 200, 1, 100_000)));
    }

    /** Reads every attempt of the last weeks and changes nothing. Who may not read accounts is told how many, and not who. */
    public function replay(BrakeImpact $impact, Accounts $accounts): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $replay = $impact->replay();
        $mayRead = $this->caller->permissions()->allows(Permission::AccountsRead->value);
        $names = $mayRead ? $accounts->names(array_column($replay['people'], 'account_id')) : [];
        $people = array_values(array_filter($replay['people'], static fn (array $one): bool => isset($names[$one['account_id']])));

        return Json::ok([...$replay, 'people' => $mayRead ? array_map(static fn (array $one): array => [...$one, 'name' => $names[$one['account_id']]], $people) : null]);
    }
}
