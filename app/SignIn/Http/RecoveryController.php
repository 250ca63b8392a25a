<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Http;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\OperatorAuthority;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\SignIn\Recovery\AskForRecovery;
use Kennel\App\SignIn\Recovery\ResetPassword;
use Kennel\App\SignIn\Recovery\SendRecovery;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;

/** What a stranger sends is read before what acts upon it is made, so that a refusal costs little: that is asked for with app(). */
final readonly class RecoveryController
{
    /** One answer whether the address is known, unknown, stopped or asked too soon. */
    public function store(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $address = $body->address('email');
        $body->complete();
        app(AskForRecovery::class)($address);

        return Json::ok(['state' => 'look_for_message'], 202);
    }

    public function inspect(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $body->complete();

        return Json::ok(app(ResetPassword::class)->inspect($token));
    }

    public function consume(Request $request): JsonResponse
    {
        $body = Body::of($request);
        $token = $body->text('token') ?? '';
        $password = $body->secret('password') ?? new Secret('');
        $name = $body->text('name');
        $body->complete();
        $account = app(ResetPassword::class)($token, $password, $name);

        return Json::ok(['address' => $account->email, 'app' => $account->app_key]);
    }

    /** An operator sends the link, and is told when that is too soon or pointless. */
    public function sendByOperator(
        string $id,
        ConnectionInterface $database,
        Accounts $accounts,
        SendRecovery $send,
        Caller $session,
        AuditTrail $audit,
        OperatorAuthority $authority,
    ): JsonResponse {
        $operator = $session->require(Permission::MessagesSend);
        $database->transaction(function () use ($id, $accounts, $send, $operator, $audit, $authority): void {
            $account = $accounts->find($id) ?? throw Refusal::notFound();
            $authority->require($operator, $account);
            if (! in_array($account->status, [Status::Active, Status::Pending], true)) {
                throw Refusal::invalid([new Reason("account.{$account->status->value}")]);
            }
            if (! $send->isDue($account)) {
                throw Refusal::invalid([new Reason('verification.too_soon')]);
            }
            $send($account);
            $audit->record('account.recovery_sent', $operator->asOperator(), $account->reference());
        });

        return Json::ok(['state' => 'queued'], 202);
    }
}
