<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Kennel\App\Credentials\Passwords\ChangePassword;
use Kennel\App\Credentials\Passwords\PasswordWords;
use Kennel\App\Credentials\Passwords\SetPassword;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Credentials\Passwords\PasswordBox;
use Kennel\Core\Credentials\Passwords\PasswordPolicy;
use Kennel\Core\Credentials\Passwords\Policy\Candidate;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;

final readonly class PasswordController
{
    /** What a new password would be told, while it is typed. Of no account. */
    public function verdict(Request $request, SetPassword $setPassword, PasswordPolicy $policy, PasswordWords $words): JsonResponse
    {
        $body = Body::of($request);
        $password = $body->secret('password') ?? new Secret('');
        [$email, $name, $app] = [$body->text('email'), $body->text('name') ?? '', $body->text('app')];
        $body->complete();
        $candidate = $setPassword->candidate($password, $email, $name, $app);

        return Json::ok($candidate instanceof Candidate
            ? $words->of($policy->verdict($candidate), $candidate->estimate(), null)
            : $words->of($policy->verdict(null), null, $candidate));
    }

    public function change(Request $request, Caller $session, ChangePassword $change): Response
    {
        $holder = $session->get();
        $body = Body::of($request);
        $current = $body->secret('current') ?? new Secret('');
        $new = $body->secret('password');
        $endOthers = $body->yes('end_others', unsent: true);
        $body->complete();
        // An empty box means unchanged, everywhere; here there is nothing else to change.
        $new = PasswordBox::read($new);
        if ($new === null) {
            throw Refusal::invalid([new Reason('password.required', 'password')]);
        }
        $change($holder, $current, $new, $endOthers);

        return new Response(status: 204);
    }
}
