<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Disclosure\HandOut;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\BuiltIn;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Disclosure\Recipient;
use Kennel\Core\Directory\Fields\Field;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\OAuth\Clients\Scope;

/** What an app hears of a person (OpenID Connect Core 1.0 §5.3): what it asked for by its scope, of what the rule book hands it, and nothing else. */
final readonly class DescribePerson
{
    /** The words of a scope that are about what is kept of a person. */
    private const ABOUT = [Scope::PROFILE, Scope::EMAIL, Scope::PHONE];

    /** @return array<string, mixed> claims; the subject alone where nothing is handed out */
    public function __invoke(Holding $holding, Scope $scope): array
    {
        // Neither rules nor account are read for whoever only wants to know whom, and what they may.
        $kept = array_intersect(self::ABOUT, $scope->words) === [] ? [] : $this->kept($holding, $scope, app(DisclosureRules::class), app(FieldRules::class));

        return ['sub' => $holding->accountId, ...$kept, ...MintTokens::may($holding, $scope)];
    }

    /** @return array<string, mixed> claims about what is kept of the account, of what the app is handed */
    private function kept(Holding $holding, Scope $scope, DisclosureRules $rules, FieldRules $fields): array
    {
        $to = Recipient::of(Audience::app($holding->appKey));
        $asked = self::asked($scope, $to->audience, $rules, $fields);
        // Nothing is read of the account that it would not be handed.
        $account = $asked === [] ? null : app(Accounts::class)->find($holding->accountId);
        $claims = $own = $metadata = [];
        foreach ($account === null ? [] : app(HandOut::class)->some($account, $to, $rules, $asked) as $key => $value) {
            $field = FieldKey::parse($key);
            if ($field->origin->isMetadata()) {
                $metadata[$field->origin->value][$field->name] = $value;
            } elseif ($field->origin === FieldOrigin::BuiltIn) {
                $claims = [...$claims, ...self::standard(BuiltIn::from($field->name), $value)];
            } elseif ($fields->find($field->name)?->kind === FieldKind::Phone) {
                $claims['phone_number'] = $value;
            } else {
                $own[$field->name] = $value;
            }
        }

        return [...$claims, ...$own === [] ? [] : ['fields' => $own], ...$metadata === [] ? [] : ['metadata' => $metadata]];
    }

    /** @return list<FieldKey> what the scope is about (OpenID Connect Core 1.0 §5.4), of what the app is handed */
    private static function asked(Scope $scope, Audience $audience, DisclosureRules $rules, FieldRules $all): array
    {
        $fields = [
            ...$scope->has(Scope::PROFILE) ? [BuiltIn::Name, BuiltIn::Language, BuiltIn::Changed] : [],
            ...$scope->has(Scope::EMAIL) ? [BuiltIn::Address, BuiltIn::Verified] : [],
        ];
        $defined = array_filter($all->all, static fn (Field $field): bool => $scope->has($field->kind === FieldKind::Phone ? Scope::PHONE : Scope::PROFILE));

        $about = [...array_map(FieldKey::builtIn(...), $fields), ...array_map(static fn (Field $field): FieldKey => FieldKey::defined($field->key), array_values($defined)), ...$scope->has(Scope::PROFILE) ? self::metadata($rules) : []];

        return array_values(array_filter($about, static fn (FieldKey $field): bool => $rules->grant($field, $audience) !== null));
    }

    /** @return list<FieldKey> as it is listed */
    private static function metadata(DisclosureRules $rules): array
    {
        $listed = array_map(FieldKey::parse(...), array_map(strval(...), array_keys($rules->fields)));

        return array_values(array_filter($listed, static fn (FieldKey $field): bool => $field->origin->isMetadata()));
    }

    /** @return array<string, mixed> */
    private static function standard(BuiltIn $field, mixed $value): array
    {
        return match ($field) {
            BuiltIn::Name => ['name' => $value],
            BuiltIn::Language => $value === null ? [] : ['locale' => $value],
            BuiltIn::Changed => ['updated_at' => is_string($value) ? (new \DateTimeImmutable($value))->getTimestamp() : null],
            BuiltIn::Address => ['email' => $value],
            BuiltIn::Verified => ['email_verified' => $value],
            default => [],
        };
    }
}
