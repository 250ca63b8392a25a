<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Apps\Apps;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\AudienceKind;
use Kennel\Core\Directory\Disclosure\Disclose;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Disclosure\Grant;
use Kennel\Core\Directory\Fields\FieldRules;

/** For a holder: who is handed what of them and what for, and what they are asked to agree to. */
final readonly class WhoSeesWhat
{
    public function __construct(private HeldFields $held, private Consents $consents, private DisclosureRules $rules, private FieldRules $fields, private Apps $apps)
    {
    }

    /**
     * What is their own to see is beside it, and what operators note for themselves is not named.
     *
     * @return list<array{audience: string, kind: string, app: string|null, label: string, field: string, purpose: string, is_held: bool, agreed: bool|null}> by audience; "agreed" is null where they are not asked
     */
    public function of(Account $account): array
    {
        $held = $this->held->ofAll([$account])[$account->id];
        $agreed = $this->consents->ofAll([$account->id], $this->rules)[$account->id] ?? [];
        $seen = [];
        foreach ($this->rules->directories as $directory) {
            if ($directory->app === $account->app_key) {
                $seen[] = $this->entry($directory->readers, $directory->consentField(), '', '', true, $directory->needsConsent, $agreed);
            }
        }
        foreach ($this->rules->fields as $key => $grants) {
            $field = FieldKey::parse($key);
            foreach (array_filter($grants, fn (Grant $grant): bool => $this->concerns($grant->audience, $field, $account)) as $grant) {
                $isHeld = $field->name === FieldKey::REST ? self::hasOthers($held, $field, $this->rules) : ($held[$key] ?? null) !== null;
                $seen[] = $this->entry($grant->audience, $key, FieldNames::label($field, $this->fields), $grant->purpose, $isHeld, $grant->needsConsent, $agreed);
            }
        }
        usort($seen, static fn (array $one, array $other): int => self::rank($one) <=> self::rank($other));

        return $seen;
    }

    /** Of one app's accounts only where this is one of them. */
    private function concerns(Audience $audience, FieldKey $field, Account $account): bool
    {
        return match ($audience->kind) {
            AudienceKind::Holder => false,
            AudienceKind::Operators => $field->origin !== FieldOrigin::Internal,
            AudienceKind::Accounts => $audience->app === $account->app_key,
            default => true,
        };
    }

    /**
     * @param  list<string>  $agreed
     * @return array{audience: string, kind: string, app: string|null, label: string, field: string, purpose: string, is_held: bool, agreed: bool|null}
     */
    private function entry(Audience $audience, string $field, string $label, string $purpose, bool $isHeld, bool $isAsked, array $agreed): array
    {
        return [
            'audience' => $audience->key(),
            'kind' => $audience->kind->value,
            'app' => $audience->app === null ? null : $this->apps->find($audience->app)?->name() ?? $audience->app,
            'label' => $label,
            'field' => $field,
            'purpose' => $purpose,
            'is_held' => $isHeld,
            'agreed' => $isAsked ? in_array(Disclose::consentTo($field, $audience), $agreed, true) : null,
        ];
    }

    /** @param  array<string, mixed>  $held */
    private static function hasOthers(array $held, FieldKey $rest, DisclosureRules $rules): bool
    {
        $others = array_filter(array_keys($held), static fn (string $key): bool => str_starts_with($key, "{$rest->origin->value}:") && ! isset($rules->fields[$key]));

        return $others !== [];
    }

    /** @param  array{kind: string, audience: string}  $entry */
    private static function rank(array $entry): string
    {
        return array_search(AudienceKind::from($entry['kind']), AudienceKind::cases(), true).$entry['audience'];
    }
}
