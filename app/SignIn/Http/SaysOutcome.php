<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Foundation\Http\DeviceMark;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Moment;
use Kennel\App\SignIn\Outcome;
use Kennel\Core\Directory\Accounts\FactorRules;

/** What every way in answers: a session, whose token goes out once, in the cookie; or that a second factor is asked for. */
final readonly class SaysOutcome
{
    public function __construct(private FactorRules $factors)
    {
    }

    public function of(Outcome $outcome, Request $request, Browser $browser): JsonResponse
    {
        return $outcome->sessionId === null
            ? Json::ok(['needs' => 'second_factor', 'token' => $outcome->token->reveal(), 'expires_at' => Moment::write($outcome->until), 'trusts_for' => $this->factors->knownFor->seconds, 'has_app' => $outcome->hasApp, 'has_passkey' => $outcome->hasPasskey, 'phones' => $outcome->phones], 202)
            : Json::ok(['id' => $outcome->sessionId], 201)
                ->withCookie(Surface::of($request)->cookie($outcome->token->reveal(), $outcome->isKept ? $outcome->until : null))
                ->withCookie(DeviceMark::cookie($browser));
    }
}
