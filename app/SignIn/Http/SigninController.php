<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Sessions\CurrentSession;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\DeviceMark;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Problem;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Throttling\Source;
use Kennel\App\SignIn\AttemptSignin;
use Kennel\App\SignIn\FinishSignin;
use Kennel\App\SignIn\ProveAgain;
use Kennel\App\SignIn\SigninByPasskey;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;

final readonly class SigninController
{
    public function store(Request $request, DeviceMark $mark, SaysOutcome $says): JsonResponse
    {
        $body = Body::of($request);
        $email = $body->text('email');
        $password = $body->secret('password');
        $kept = $body->yes('keep');
        $body->complete();
        $missing = array_values(array_filter([
            $email === null || trim($email) === '' ? new Reason('email.required', 'email') : null,
            $password === null || $password->reveal() === '' ? new Reason('password.required', 'password') : null,
        ]));
        if ($missing !== [] || $email === null || $password === null) {
            throw Refusal::invalid($missing);
        }
        $browser = $mark->browser($request);
        $outcome = app(AttemptSignin::class)($email, $password, $kept, $browser) ?? throw new Problem(401, 'signin.refused');

        return $says->of($outcome, $request, $browser);
    }

    /** The code of an authenticator app or a recovery code, with what the first step gave. */
    public function secondFactor(Request $request, FinishSignin $finish, DeviceMark $mark, SaysOutcome $says): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $passkey = $body->has('passkey') ? $body->object('passkey') : null;
        $code = $body->secret('code') ?? new Secret('');
        $trusts = $body->yes('trust_device');
        $body->complete();
        $browser = $mark->browser($request);

        return $says->of($finish($token, $passkey ?? $code, $trusts, $browser), $request, $browser);
    }

    /** What the browser asks a passkey for, as the second factor. */
    public function secondFactorOptions(Request $request, FinishSignin $finish, DeviceMark $mark): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();

        return Json::ok($finish->options($token, $mark->browser($request)));
    }

    /** A code by text message, which is then the second factor. */
    public function textCode(Request $request, FinishSignin $finish, DeviceMark $mark): Response
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $phone = $body->text('phone') ?? '';
        $body->complete();
        $finish->text($token, $phone, $mark->browser($request));

        return new Response(status: 204);
    }

    public function passkeyOptions(Request $request, SigninByPasskey $signIn): JsonResponse
    {
        Body::of($request)->complete();

        return Json::ok($signIn->options());
    }

    public function passkey(Request $request, SigninByPasskey $signIn, DeviceMark $mark, SaysOutcome $says): JsonResponse
    {
        $body = Body::of($request);
        $response = $body->object('response');
        $kept = $body->yes('keep');
        $body->complete();
        $browser = $mark->browser($request);

        return $says->of($signIn($response, $kept, $browser), $request, $browser);
    }

    /** What the browser asks the holder's passkeys, to prove oneself once more. */
    public function proofOptions(CurrentSession $current, ProveAgain $prove): JsonResponse
    {
        return Json::ok($prove->options($current->get()));
    }

    /** The password or a passkey once more, in a session there is. */
    public function proveAgain(Request $request, CurrentSession $current, ProveAgain $prove): Response
    {
        $signedIn = $current->get();
        $body = Body::of($request);
        $passkey = $body->has('passkey') ? $body->object('passkey') : null;
        $password = $body->secret('password') ?? new Secret('');
        $body->complete();
        ['token' => $token, 'until' => $until] = $passkey === null ? $prove($signedIn, $password, Source::of($request)) : $prove->byPasskey($signedIn, $passkey, Source::of($request));

        return (new Response(status: 204))->withCookie(Surface::of($request)->cookie($token->reveal(), $until));
    }
}
