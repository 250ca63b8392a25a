<?php

declare(strict_types=1);

namespace Kennel\App\Http\Disclosure;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Kennel\App\Accounts\AccountList;
use Kennel\App\Disclosure\FieldNames;
use Kennel\App\Http\Protocol\Json;
use Kennel\App\Http\Protocol\Query;
use Kennel\App\Platform\Identity\Caller;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Roles\Roles;
use Kennel\App\Rules\Drafts;
use Kennel\App\Rules\RulesInForce;
use Kennel\Core\Disclosure\Audience;
use Kennel\Core\Disclosure\AudienceKind;
use Kennel\Core\Disclosure\FieldKey;
use Kennel\Core\Disclosure\FieldOrigin;
use Kennel\Core\Disclosure\Recipient;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Rules\RuleBook;

/** Which fields there are to be handed out, and what an audience is handed of an account. */
final readonly class DisclosureController
{
    public function __construct(private Caller $caller, private RulesInForce $inForce, private Drafts $drafts)
    {
    }

    public function index(FieldNames $names): JsonResponse
    {
        $this->caller->requireUnbounded('kennel:rules.read');
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
        $this->caller->requireUnbounded('kennel:rules.read');
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
