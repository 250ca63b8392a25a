<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\Core\Directory\Disclosure\AudienceKind;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Disclosure\GrantChange;

/** The accounts of which an audience would begin or cease to be handed a field: those that hold it, as far as they have agreed where that is asked. */
final readonly class GrantedAccounts
{
    public function __construct(private Accounts $accounts, private FieldValues $fields, private Metadata $metadata, private Consents $consents)
    {
    }

    /** @return array{count: int, ids: list<string>} the first so many by name */
    public function of(GrantChange $change, DisclosureRules $before, DisclosureRules $after, int $listed): array
    {
        $rows = $this->accounts->notClosed();
        if ($change->audience->kind === AudienceKind::Accounts) {
            $rows->where('app_key', (string) $change->audience->app);
        }
        $this->holding($rows, $change->field);
        if ($change->agreed !== null) {
            $grant = $after->grant($change->field, $change->audience);
            $purpose = ($grant?->needsConsent === true ? $grant : $before->grant($change->field, $change->audience))->purpose ?? '';
            $agreed = $this->consents->to($change->field->key(), $change->audience, $purpose)->select('account_id');
            $change->agreed ? $rows->whereIn('id', $agreed) : $rows->whereNotIn('id', $agreed);
        }

        return ['count' => $rows->clone()->count(), 'ids' => array_values($rows->orderBy('seq')->limit($listed)->pluck('id')->all())];
    }

    /** @param  Builder<Account>  $rows */
    private function holding(Builder $rows, FieldKey $field): void
    {
        match ($field->origin) {
            FieldOrigin::BuiltIn => null,
            FieldOrigin::Defined => $rows->whereIn('seq', $this->fields->holding($field->name)),
            default => $rows->whereIn('seq', $this->metadata->holding($field->origin->value, $field->name === FieldKey::REST ? null : $field->name)),
        };
    }
}
