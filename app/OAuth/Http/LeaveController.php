<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Sessions\SignOut;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\OAuth\Tokens\Leave;
use Kennel\Core\OAuth\Clients\Clients;
use Kennel\Core\OAuth\SigningKeys\Jws;
use Kennel\Core\OAuth\Tokens\OAuthRefused;
use Kennel\Core\OAuth\Tokens\Parameters;

/** Where apps send browsers to sign their person out, and what the account page asks then. */
final readonly class LeaveController
{
    private const PASSED_ON = ['client_id', 'id_token_hint', 'post_logout_redirect_uri', 'state'];

    public function begin(Request $request, Clients $clients): Response
    {
        try {
            $asked = Parameters::parse($request->isMethod('POST') ? $request->getContent() : (string) $request->server->get('QUERY_STRING'));
        } catch (OAuthRefused) {
            $asked = Parameters::of([]);
        }
        $hint = $asked->text('id_token_hint');
        // Which app's page it is; what the token says is looked at when it matters.
        $client = $clients->find($asked->text('client_id') ?? ($hint === null ? null : Jws::read($hint)?->audience()[0] ?? null) ?? '');
        $app = $client !== null ? $client->key : array_key_first($clients->all) ?? 'app';

        return new Response('', 303, ['Location' => "/a/{$app}/leave#".http_build_query($asked->only(self::PASSED_ON), '', '&', PHP_QUERY_RFC3986), 'Cache-Control' => 'no-store']);
    }

    public function leave(Request $request, Leave $leave, Caller $caller, SignOut $signOut): JsonResponse
    {
        $body = Body::of($request);
        [$client, $hint, $uri, $state] = array_map($body->text(...), self::PASSED_ON);
        $isSure = $body->yes('confirmed');
        $body->complete();
        $address = $leave->address($client, $hint, $uri, $state);
        $person = $caller->find();
        if ($person !== null && ! $isSure && ! $leave->isMeant($hint, $person)) {
            return Json::ok(['is_signed_out' => false, 'address' => null]);
        }
        $person === null || $signOut($person);

        return Json::ok(['is_signed_out' => true, 'address' => $address])->withCookie(Surface::of($request)->forget());
    }
}
