<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Http;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Credentials\Challenges\ChallengeList;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\BrowserMark;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Registration\Verification\AskForVerification;
use Kennel\App\Registration\Verification\Claims;
use Kennel\App\Registration\Verification\Presser;
use Kennel\App\Registration\Verification\ProveAddress;
use Kennel\App\Registration\Verification\ReadVerificationLink;
use Kennel\App\Registration\Verification\SendVerification;
use Kennel\App\Registration\Verification\TypedCode;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Challenges\Code;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;

/** What a stranger sends is read before what acts upon it is made, so that a refusal costs little: that is asked for with app(). */
final readonly class VerificationController
{
    /** One answer whether the address is known, unknown, proven already or asked too soon. */
    public function resend(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $address = $body->address('email');
        $body->complete();
        app(AskForVerification::class)($address, BrowserMark::of($request));

        return Json::ok(['state' => 'look_for_message'], 202);
    }

    public function inspect(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $typed = self::typed($body);
        $body->complete();

        return Json::ok(app(ReadVerificationLink::class)->inspect(new Presser($token, BrowserMark::of($request), typed: $typed)));
    }

    public function consume(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $presser = new Presser(
            $body->text('token') ?? '',
            BrowserMark::of($request),
            $body->secret('password'),
            $body->secret('new_password'),
            $body->text('name'),
            self::typed($body),
        );
        $body->complete();
        $account = app(ProveAddress::class)($presser);

        return Json::ok(['address' => $account->email, 'app' => $account->app_key]);
    }

    /** @return TypedCode|null null where a link is pressed */
    private static function typed(Body $body): ?TypedCode
    {
        $code = $body->secret('code');

        return $code === null ? null : new TypedCode($body->address('email'), Code::read($code->reveal()));
    }

    public function index(Request $request, ChallengeList $challenges): JsonResponse
    {
        $query = new Query($request);

        return Json::ok($challenges->page($query->uuid('account'), $query->text('cursor'), $query->number('limit', 50, 1, 200)));
    }

    /** An operator sends the link again, and is told when that is too soon or pointless. */
    public function resendByOperator(
        string $id,
        ConnectionInterface $database,
        Accounts $accounts,
        SendVerification $send,
        Claims $claims,
        Caller $caller,
        AuditTrail $audit,
        OperatorAuthority $authority,
    ): JsonResponse {
        $operator = $caller->require(Permission::MessagesSend);
        $database->transaction(function () use ($id, $accounts, $send, $claims, $audit, $operator, $authority): void {
            $account = $accounts->find($id) ?? throw Refusal::notFound();
            $authority->require($operator, $account);
            if ($account->status !== Status::Pending) {
                throw Refusal::invalid([new Reason('verification.not_owed')]);
            }
            if (! $send($account, $claims->of($account, null))) {
                throw Refusal::invalid([new Reason('verification.too_soon')]);
            }
            $audit->record('account.verification_resent', $operator->asOperator(), $account->reference());
        });

        return Json::ok(['state' => 'queued'], 202);
    }
}
