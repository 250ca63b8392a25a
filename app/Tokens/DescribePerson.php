<?php

declare(strict_types=1);

namespace Kennel\App\Tokens;

use Kennel\App\Accounts\Accounts;
use Kennel\App\Disclosure\HandOut;
use Kennel\Core\Clients\Scope;
use Kennel\Core\Disclosure\Audience;
use Kennel\Core\Disclosure\BuiltIn;
use Kennel\Core\Disclosure\DisclosureRules;
use Kennel\Core\Disclosure\FieldKey;
use Kennel\Core\Disclosure\FieldOrigin;
use Kennel\Core\Disclosure\Recipient;
use Kennel\Core\Fields\FieldKind;
use Kennel\Core\Fields\FieldRules;

/** What an app hears of a person (OpenID Connect Core 1.0 §5.3): what it asked for by its scope, of what the rule book hands it, and nothing else. */
final readonly class DescribePerson
{
    public function __construct(private Accounts $accounts, private HandOut $handOut, private DisclosureRules $rules, private FieldRules $fields)
    {
    }

    /** @return array<string, mixed> claims; the subject alone where nothing is handed out */
    public function __invoke(Holding $holding, Scope $scope): array
    {
        $account = $this->accounts->find($holding->accountId);
        if ($account === null) {
            return ['sub' => $holding->accountId];
        }
        $handed = ($this->handOut)([$account], Recipient::of(Audience::app($holding->appKey)), $this->rules)[$account->id]->handed ?? [];
        $claims = ['sub' => $holding->accountId];
        $own = [];
        foreach ($handed as $key => $value) {
            $field = FieldKey::parse($key);
            if ($field->origin === FieldOrigin::BuiltIn) {
                $claims = [...$claims, ...self::standard(BuiltIn::from($field->name), $value, $scope)];
            } elseif ($field->origin === FieldOrigin::Defined && $this->fields->find($field->name)?->kind === FieldKind::Phone) {
                $claims = [...$claims, ...$scope->has(Scope::PHONE) ? ['phone_number' => $value] : []];
            } elseif ($field->origin === FieldOrigin::Defined && $scope->has(Scope::PROFILE)) {
                $own[$field->name] = $value;
            }
        }

        return [...$claims, ...$own === [] ? [] : ['fields' => $own], ...MintTokens::may($holding, $scope)];
    }

    /** @return array<string, mixed> */
    private static function standard(BuiltIn $field, mixed $value, Scope $scope): array
    {
        return match (true) {
            $field === BuiltIn::Name && $scope->has(Scope::PROFILE) => ['name' => $value],
            $field === BuiltIn::Language && $scope->has(Scope::PROFILE) => $value === null ? [] : ['locale' => $value],
            $field === BuiltIn::Changed && $scope->has(Scope::PROFILE) => ['updated_at' => is_string($value) ? (new \DateTimeImmutable($value))->getTimestamp() : null],
            $field === BuiltIn::Address && $scope->has(Scope::EMAIL) => ['email' => $value],
            $field === BuiltIn::Verified && $scope->has(Scope::EMAIL) => ['email_verified' => $value],
            default => [],
        };
    }
}
