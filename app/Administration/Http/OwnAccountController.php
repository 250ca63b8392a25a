<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Administration\Profile\EditOwnAccount;
use Kennel\App\Administration\Status\CloseOwnAccount;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\ChangeFields;
use Kennel\App\Directory\Accounts\Duties\AcceptTerms;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Foundation\Http\Body;
use Kennel\App\Foundation\Http\EntityTag;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\Surface;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\SeenVersion;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Foundation\Retention\RetentionRules;
use Kennel\Core\Foundation\Secrets\Secret;

/** What holders do with their own account. These doors settle duties, so they are open to limited accounts. */
final readonly class OwnAccountController
{
    public function __construct(
        private Caller $caller,
        private Accounts $accounts,
        private OwnAccountResource $own,
    ) {
    }

    public function show(): JsonResponse
    {
        return $this->answer($this->accounts->find($this->caller->get()->accountId) ?? throw Refusal::notFound());
    }

    /** The edit form. A password box that is empty, or not sent, leaves the password as it is. */
    public function edit(Request $request, EditOwnAccount $edit): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        [$name, $language, $current, $password] = [$body->text('name'), $body->text('language'), $body->secret('current'), $body->secret('password')];
        $body->complete();

        return $this->answer($edit($holder, $name, $language, $current, $password, EntityTag::seen($request)));
    }

    /** Every session ends with it, this one as well. */
    public function close(Request $request, CloseOwnAccount $close, RetentionRules $retention): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $current = $body->secret('current') ?? new Secret('');
        $body->complete();
        $account = $close($holder, $current);

        return Json::ok(['reopenable_until' => Moment::write($retention->span('closed_accounts')->after(Moment::read((string) $account->closed_at)))])
            ->withCookie(Surface::of($request)->forget());
    }

    public function changeFields(Request $request, ChangeFields $change): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $fields = $body->object('fields');
        $body->complete();

        return $this->answer($change($holder->accountId, $fields, $holder, true, EntityTag::seen($request)));
    }

    public function acceptTerms(Request $request, AcceptTerms $accept): JsonResponse
    {
        $holder = $this->caller->get();
        $body = Body::of($request);
        $version = $body->text('version') ?? '';
        $body->complete();
        $accept($holder, $version, $request->ip());

        return $this->show();
    }

    /** The file itself is the body, whatever type it claims to be of. */
    public function sendPicture(string $field, Request $request, FieldRules $rules, Pictures $pictures, ChangeFields $change): JsonResponse
    {
        $holder = $this->caller->get();
        $found = $rules->find($field);
        if ($found === null || $found->kind !== FieldKind::Picture || ! $found->isHolders || ! $found->isAskedBy((string) $holder->appKey)) {
            throw Refusal::notFound();
        }
        $id = $pictures->add($request->getContent(), $holder->accountId);
        $account = $change($holder->accountId, [$field => $id], $holder, true, SeenVersion::any());

        return $this->answer($account);
    }

    private function answer(Account $account): JsonResponse
    {
        return Json::ok($this->own->whole($account), headers: ['ETag' => EntityTag::of($account->version)]);
    }
}
