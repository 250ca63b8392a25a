<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\BrowserMark;
use Kennel\App\Foundation\Http\DeviceMark;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\SignIn\Providers\BeginTrip;
use Kennel\App\SignIn\Providers\FinishTrip;
use Kennel\Core\Foundation\Secrets\Token;

/** Signing in by an outside provider: there, and back. */
final readonly class ProviderSigninController
{
    public function begin(Request $request, BeginTrip $begin, Apps $apps, BrowserMark $mark): JsonResponse
    {
        $body = Body::of($request);
        $app = $apps->find($body->text('app') ?? '') ?? throw Refusal::notFound();
        $provider = $body->text('provider') ?? '';
        $kept = $body->yes('keep');
        $body->complete();
        $cookie = $mark->cookie($request);

        return Json::ok(['address' => $begin($app, $provider, Token::read((string) $cookie->getValue()) ?? throw Refusal::notFound(), $kept, app()->getLocale())])->withCookie($cookie);
    }

    /** What stands in the address after it: taken once, from the browser that was sent. */
    public function finish(Request $request, FinishTrip $finish, DeviceMark $device, SaysOutcome $says): Response|JsonResponse
    {
        $body = Body::of($request);
        $answer = ['state' => $body->text('state') ?? '', 'code' => $body->text('code'), 'error' => $body->text('error'), 'iss' => $body->text('iss')];
        $body->complete();
        $browser = $device->browser($request);
        $came = $finish($answer, BrowserMark::of($request), $browser);

        return match (true) {
            $came->outcome !== null => $says->of($came->outcome, $request, $browser),
            $came->offer !== null => Json::ok(['needs' => 'link', 'token' => $came->offer->reveal(), 'provider' => $came->provider, 'address' => $came->address], 202),
            default => new Response(status: 204),
        };
    }
}
