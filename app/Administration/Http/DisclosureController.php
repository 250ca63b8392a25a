<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Http;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Directory\Accounts\AccountList;
use Kennel\App\Directory\Disclosure\FieldNames;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Http\Json;
use Kennel\App\Foundation\Http\Query;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Policy\Rules\Drafts;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\AudienceKind;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Disclosure\Recipient;
use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Policy\Rules\RuleBook;

/** Which fields there are to be handed out, and what an audience is handed of an account. */
final readonly class DisclosureController
{
    public function __construct(private Caller $caller, private RulesInForce $inForce, private Drafts $drafts)
    {
    }

    public function index(FieldNames $names): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $book = $this->drafts->current()->book();

        return Json::ok(['items' => array_map(static fn (FieldKey $field): array => [
            'key' => $field->key(),
            'label' => FieldNames::label($field, $book->fields),
            'origin' => $field->origin === FieldOrigin::BuiltIn ? 'built_in' : $field->origin->value,
            'is_classified' => $book->disclosure->isClassified($field),
            'may_leave_the_desk' => $field->asBuiltIn()?->mayLeaveTheDesk() ?? true,
        ], $names->all($book->fields, $book->disclosure))]);
    }

    public function preview(Request $request, AccountList $list, Roles $roles, Preview $preview): JsonResponse
    {
        $this->caller->requireUnbounded(Permission::RulesRead);
        $query = new Query($request);
        $account = $list->get($query->uuid('account') ?? throw Refusal::notFound());
        $written = $query->text('audience', 60) ?? '';
        try {
            $audience = Audience::parse($written);
        } catch (\InvalidArgumentException) {
            throw Refusal::invalid([new Reason('disclosure.audience', 'audience')]);
        }
        $role = $query->text('role', 60);
        $recipient = match (true) {
            $audience->kind !== AudienceKind::Operators => Recipient::of($audience),
            $role === null => Recipient::operator($this->caller->permissions()),
            in_array($role, $roles->graph()->keys(), true) => Recipient::operator($roles->graph()->permissionsOf([$role])),
            default => throw Refusal::notFound(),
        };

        return Json::ok($preview->of($account, $recipient, $query->choice('rules', ['draft', 'in_force']) === 'draft' ? $this->drafts->current()->book() : RuleBook::fromArray($this->inForce->document())));
    }
}
