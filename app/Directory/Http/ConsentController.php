<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Disclosure\Consents;
use Kennel\App\Directory\Disclosure\WhoSeesWhat;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;

/** For a holder: who sees what of them, and what they agree to. */
final readonly class ConsentController
{
    public function __construct(private Caller $caller, private Accounts $accounts, private WhoSeesWhat $who)
    {
    }

    public function index(): JsonResponse
    {
        return $this->answer();
    }

    public function update(Request $request, Consents $consents): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        [$field, $audience, $agrees] = [$body->text('field') ?? '', $body->text('audience') ?? '', $body->yes('agreed')];
        $body->complete();
        $consents->change($holder, $field, $audience, $agrees);

        return $this->answer();
    }

    private function answer(): JsonResponse
    {
        $account = $this->accounts->find($this->caller->get()->accountId) ?? throw Refusal::notFound();

        return Json::ok(['items' => $this->who->of($account)]);
    }
}
