<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Administration\Profile\AskForAddress;
use Kennel\App\Administration\Profile\TakeAddress;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\SignIn\Recovery\UndoAddress;
use Kennel\Core\Foundation\Secrets\Secret;

/** A holder's way to another address. */
final readonly class OwnAddressController
{
    public function ask(Request $request, Caller $caller, AskForAddress $ask): JsonResponse
    {
        $holder = $caller->get();
        $body = Body::of($request);
        $email = $body->address('email');
        $current = $body->secret('current') ?? new Secret('');
        $body->complete();
        $ask($holder, $email, $current);

        return Json::ok(['state' => 'look_for_message'], 202);
    }

    public function inspectUndo(Request $request, UndoAddress $undo): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();

        return Json::ok($undo->inspect($token));
    }

    public function undo(Request $request, UndoAddress $undo): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();
        $account = $undo($token);

        return Json::ok(['address' => $account->email, 'app' => $account->app_key]);
    }

    public function take(Request $request, TakeAddress $take): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();
        $account = $take($token);

        return Json::ok(['address' => $account->email, 'app' => $account->app_key]);
    }
}
