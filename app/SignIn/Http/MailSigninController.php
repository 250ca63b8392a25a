<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\DeviceMark;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\SignIn\AskForSigninMail;
use Kennel\App\SignIn\SigninByMail;
use Kennel\Core\Credentials\Challenges\Code;
use Kennel\Core\Foundation\Secrets\Secret;

/**
 * Signing in by a link or code that is mailed. What a stranger sends is read before what acts upon it is made, so that a refusal costs little:
 * that is asked for with app().
 */
final readonly class MailSigninController
{
    /** One answer whether the address is known, unknown, stopped or asked too soon. */
    public function store(Request $request, Apps $apps): JsonResponse
    {
        $body = Body::of($request);
        $address = $body->address('email');
        $app = $apps->find($body->text('app') ?? '') ?? throw Refusal::notFound();
        $body->complete();
        app(AskForSigninMail::class)($address, $app);

        return Json::ok(['state' => 'look_for_message'], 202);
    }

    public function inspect(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();

        return Json::ok(app(SigninByMail::class)->inspect($token));
    }

    public function consume(Request $request, DeviceMark $mark, SaysOutcome $says): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token');
        $email = $token === null ? $body->address('email') : null;
        $code = $token === null ? $body->secret('code') ?? new Secret('') : null;
        $kept = $body->yes('keep');
        $body->complete();
        $browser = $mark->browser($request);
        $signIn = app(SigninByMail::class);

        return $says->of($email === null || $code === null
            ? $signIn->byLink((string) $token, $kept, $browser)
            : $signIn->byCode($email, Code::read($code->reveal()), $kept, $browser), $request, $browser);
    }
}
