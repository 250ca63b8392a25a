<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Apps\App;
use Kennel\App\Apps\Apps;
use Kennel\App\Platform\Http\Body;
use Kennel\App\Platform\Http\Json;
use Kennel\App\Platform\Http\Problem;
use Kennel\App\Platform\Words;
use Kennel\App\Sessions\CurrentSession;
use Kennel\Core\Rules\Reason;
use Kennel\Core\Signup\DecideSignup;
use Kennel\Core\Signup\SignupInput;

final readonly class SignupController
{
    private const DAYS = 30;

    public function __construct(private Apps $apps)
    {
    }

    public function store(Request $request, SignUp $signUp): JsonResponse
    {
        [$input, $app] = $this->read($request);
        $verdict = $signUp($input, $app);
        if (! $verdict->isAccepted()) {
            throw new Problem(422, 'signup.refused', $verdict->reasons);
        }

        return Json::ok(['state' => 'look_for_message'], 202);
    }

    public function verdict(Request $request, DecideSignup $decide, Words $words): JsonResponse
    {
        [$input, $app] = $this->read($request);
        $verdict = $decide($input, $app->admission);

        return Json::ok(['accepted' => $verdict->isAccepted(), 'reasons' => $words->reasons($verdict->reasons)]);
    }

    public function days(CurrentSession $session, Accounts $accounts): JsonResponse
    {
        $session->require('kennel:signups.read');
        $days = $accounts->signupsByDay(self::DAYS);

        return Json::ok(['items' => array_map(
            static fn (string $day, int $signups): array => ['day' => $day, 'signups' => $signups],
            array_keys($days),
            array_values($days),
        )]);
    }

    /** @return array{SignupInput, App} */
    private function read(Request $request): array
    {
        $body = Body::of($request);
        $key = $body->text('app');
        $input = new SignupInput($body->text('name'), $body->text('email'), $body->secret('password'));
        $body->complete();
        $app = $key === null ? null : $this->apps->find($key);

        return [$input, $app ?? throw Problem::invalid([new Reason('app.unknown', 'app')])];
    }
}
