<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Administration\Desk\EditAccount;
use Kennel\App\Administration\Desk\MakeAccount;
use Kennel\App\Administration\Desk\SignOutEverywhere;
use Kennel\App\Administration\Desk\VerifyAddress;
use Kennel\App\Administration\Status\ChangeStatus;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Accounts\ChangeFields;
use Kennel\App\Directory\Accounts\Duties\WaiveDuty;
use Kennel\App\Directory\Http\AccountResource;
use Kennel\App\Directory\Http\Listed;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\EntityTag;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\SignIn\Recovery\RequireNewPassword;
use Kennel\Core\Administration\Desk\AccountEdit;
use Kennel\Core\Administration\Desk\AccountInput;
use Kennel\Core\Credentials\Passwords\PasswordBox;
use Kennel\Core\Directory\Accounts\StatusAct;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\WrittenReason;

final readonly class AccountController
{
    public function __construct(private Caller $caller, private AccountResource $resource)
    {
    }

    public function index(Request $request, AccountList $list): JsonResponse
    {
        $query = new Query($request);
        $page = $list->page(
            $query->text('q', 100),
            Listed::where($query->text('where', 4000) ?? '[]'),
            Listed::sort($query->text('sort', 50) ?? '-seen'),
            $query->text('cursor', 1000),
            $query->number('limit', 50, 1, 200),
        );

        return Json::ok([...$page, 'items' => $this->resource->rows($page['items'], self::keys($query->text('fields', 1000)))]);
    }

    public function count(Request $request, AccountList $list): JsonResponse
    {
        $query = new Query($request);

        return Json::ok($list->count($query->text('q', 100), Listed::where($query->text('where', 4000) ?? '[]'), $query->choice('exact', ['true', 'false']) === 'true'));
    }

    /** @return list<string> */
    private static function keys(?string $list): array
    {
        return $list === null ? [] : array_values(array_unique(explode(',', $list)));
    }

    public function show(string $id, AccountList $list): JsonResponse
    {
        return $this->answer($list->get($id));
    }

    /** The temporary password, where the operator hands it over, is in this answer and nowhere else. */
    public function store(Request $request, MakeAccount $make): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $body = Body::of($request);
        $app = $body->text('app') ?? '';
        $roles = $body->has('roles') ? $body->texts('roles') : null;
        if ($roles !== null && $roles !== []) {
            $this->caller->require(Permission::RolesGive);
        }
        $input = new AccountInput(
            $body->text('name') ?? '',
            $body->text('email') ?? '',
            $body->text('way') ?? '',
            $body->yes('verified'),
            $body->text('reason') ?? '',
            $body->yes('suspended'),
            $body->object('fields'),
            $body->documents('metadata', array_column(MetadataKind::cases(), 'value')),
            $roles,
            PasswordBox::read($body->secret('password')),
            ! $body->has('must_change') || $body->yes('must_change'),
        );
        $body->complete();
        $made = $make($input, $app, $operator);

        return Json::ok(
            ['account' => $this->resource->whole($made->account), 'temporary_password' => $made->temporary?->reveal()],
            201,
            ['ETag' => EntityTag::of($made->account->version), 'Location' => "/api/v1/accounts/{$made->account->id}"],
        );
    }

    /** The edit form: what is not sent stays, and so does the password where its box is empty. */
    public function edit(string $id, Request $request, EditAccount $edit): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $body = Body::of($request);
        $typed = new AccountEdit(
            $body->text('name'),
            $body->text('email'),
            $body->yes('verified'),
            $body->text('status'),
            $body->object('fields'),
            PasswordBox::read($body->secret('password')),
            ! $body->has('must_change') || $body->yes('must_change'),
            $body->text('reason') ?? '',
        );
        $body->complete();

        return $this->answer($edit($id, $typed, $operator, EntityTag::seen($request)));
    }

    public function suspend(string $id, Request $request, ChangeStatus $change): JsonResponse
    {
        return $this->changeStatus($id, StatusAct::Suspend, $request, $change);
    }

    public function restore(string $id, Request $request, ChangeStatus $change): JsonResponse
    {
        return $this->changeStatus($id, StatusAct::Restore, $request, $change);
    }

    public function close(string $id, Request $request, ChangeStatus $change): JsonResponse
    {
        return $this->changeStatus($id, StatusAct::Close, $request, $change);
    }

    public function reopen(string $id, Request $request, ChangeStatus $change): JsonResponse
    {
        return $this->changeStatus($id, StatusAct::Reopen, $request, $change);
    }

    private function changeStatus(string $id, StatusAct $act, Request $request, ChangeStatus $change): JsonResponse
    {
        [$operator, $why] = $this->readWhy($request);

        return $this->answer($change($id, $act, $why, $operator, EntityTag::seen($request)));
    }

    public function verify(string $id, Request $request, VerifyAddress $verify): JsonResponse
    {
        [$operator, $why] = $this->readWhy($request);

        return $this->answer($verify($id, $why, $operator, EntityTag::seen($request)));
    }

    public function signOut(string $id, Request $request, SignOutEverywhere $signOut): JsonResponse
    {
        [$operator, $why] = $this->readWhy($request, Permission::SessionsEnd);

        return $this->answer($signOut($id, $why, $operator));
    }

    /** Lets the account off one thing it owes. */
    public function waive(string $id, Request $request, WaiveDuty $waive): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $body = Body::of($request);
        $subject = $body->text('subject') ?? '';
        $why = $body->text('reason') ?? '';
        $body->complete();

        return $this->answer($waive($id, $subject, $why, $operator, EntityTag::seen($request)));
    }

    public function requireNewPassword(string $id, Request $request, RequireNewPassword $require): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $isCompromised = $body->yes('compromised');
        $body->complete();
        $seen = EntityTag::seen($request);

        return $this->answer($isCompromised ? $require->asCompromised($id, $why, $operator, $seen) : $require->atNextSignIn($id, $why, $operator, $seen));
    }

    /** The temporary password is in this answer, or in the message to the holder, and nowhere else. */
    public function setTemporaryPassword(string $id, Request $request, RequireNewPassword $require): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $isMailed = $body->yes('mailed');
        $body->complete();
        $temporary = $require->byTemporaryOne($id, $why, $isMailed, $operator, EntityTag::seen($request));

        return Json::ok(['password' => $temporary?->reveal()], 201);
    }

    /** An operator mends what a holder's fields hold, and says why. */
    public function changeFields(string $id, Request $request, ChangeFields $change): JsonResponse
    {
        $operator = $this->caller->require(Permission::AccountsManage);
        $body = Body::of($request);
        $fields = $body->object('fields');
        $why = $body->text('reason') ?? '';
        $body->complete();
        $reasons = WrittenReason::reasonsAgainst($why);
        if ($reasons !== []) {
            throw Refusal::invalid($reasons);
        }

        return $this->answer($change($id, $fields, $operator, false, EntityTag::seen($request), trim($why)));
    }

    /** @return array{SignedIn, string} */
    private function readWhy(Request $request, Permission $permission = Permission::AccountsManage): array
    {
        $operator = $this->caller->require($permission);
        $body = Body::of($request);
        $why = $body->text('reason') ?? '';
        $body->complete();

        return [$operator, $why];
    }

    private function answer(Account $account): JsonResponse
    {
        return Json::ok($this->resource->whole($account), headers: ['ETag' => EntityTag::of($account->version)]);
    }
}
