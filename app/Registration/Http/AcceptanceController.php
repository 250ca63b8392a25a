<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\DeviceMark;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Registration\Invitations\Acceptance;
use Kennel\App\Registration\Invitations\AcceptInvitation;

/** For whoever is invited: their link, looked at and accepted. */
final readonly class AcceptanceController
{
    public function __construct(private AcceptInvitation $accept, private Caller $caller, private Roles $roles)
    {
    }

    /** Looking at it accepts nothing. */
    public function inspect(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();

        return Json::ok($this->accept->inspect($token, $this->caller->find()));
    }

    /** With a password by somebody new, who is signed in by it; without one by who is signed in. */
    public function store(Request $request, DeviceMark $mark): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $name = $body->text('name');
        $password = $body->secret('password');
        $body->complete();
        if ($password === null) {
            return $this->said($this->accept->asHolder($token, $this->caller->get()), 200);
        }
        $browser = $mark->browser($request);
        ['acceptance' => $acceptance, 'session' => $session] = $this->accept->asNew($token, $name, $password, $browser, $this->caller->find());

        return $this->said($acceptance, 201)->withCookie(Surface::of($request)->cookie($session['token']->reveal(), null))->withCookie(DeviceMark::cookie($browser));
    }

    private function said(Acceptance $acceptance, int $status): JsonResponse
    {
        return Json::ok(['address' => $acceptance->account->email, 'app' => $acceptance->account->app_key, 'lost' => $this->roles->labels($acceptance->lost)], $status);
    }
}
