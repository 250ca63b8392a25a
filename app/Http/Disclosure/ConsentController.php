<?php

declare(strict_types=1);

namespace Kennel\App\Http\Disclosure;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Disclosure\Consents;
use Kennel\App\Disclosure\WhoSeesWhat;
use Kennel\App\Http\Protocol\Body;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Refusals\Refusal;

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
