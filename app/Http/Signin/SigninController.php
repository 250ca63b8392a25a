<?php

declare(strict_types=1);

namespace Kennel\App\Http\Signin;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Http\Protocol\Body;
use Kennel\App\Http\Protocol\DeviceMark;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Problem;
use Kennel\App\Platform\Identity\Browser;
use Kennel\App\Platform\Identity\Surface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Platform\Throttling\Source;
use Kennel\App\Sessions\CurrentSession;
use Kennel\App\Signin\AttemptSignin;
use Kennel\App\Signin\FinishSignin;
use Kennel\App\Signin\Outcome;
use Kennel\App\Signin\ProveAgain;
use Kennel\Core\Factors\FactorRules;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Secrets\Secret;

final readonly class SigninController
{
    /** The session's token goes out once, in the cookie, and never in a body. */
    public function store(Request $request, AttemptSignin $signIn, DeviceMark $mark): JsonResponse
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
        $outcome = $signIn($email, $password, $kept, $browser) ?? throw new Problem(401, 'signin.refused');

        return self::said($outcome, $request, $browser);
    }

    /** The code of an authenticator app or a recovery code, with what the first step gave. */
    public function secondFactor(Request $request, FinishSignin $finish, DeviceMark $mark): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $code = $body->secret('code') ?? new Secret('');
        $trusts = $body->yes('trust_device');
        $body->complete();
        $browser = $mark->browser($request);

        return self::said($finish($token, $code, $trusts, $browser), $request, $browser);
    }

    private static function said(Outcome $outcome, Request $request, Browser $browser): JsonResponse
    {
        return $outcome->sessionId === null
            ? Json::ok(['needs' => 'second_factor', 'token' => $outcome->token->reveal(), 'expires_at' => Moment::write($outcome->until), 'trusts_for' => app(FactorRules::class)->knownFor->seconds], 202)
            : Json::ok(['id' => $outcome->sessionId], 201)
                ->withCookie(Surface::of($request)->cookie($outcome->token->reveal(), $outcome->isKept ? $outcome->until : null))
                ->withCookie(DeviceMark::cookie($browser));
    }

    /** The password once more, in a session there is. */
    public function proveAgain(Request $request, CurrentSession $current, ProveAgain $prove): Response
    {
        $signedIn = $current->get();
        $body = Body::of($request);
        $password = $body->secret('password') ?? new Secret('');
        $body->complete();
        $prove($signedIn, $password, Source::of($request));

        return new Response(status: 204);
    }
}
