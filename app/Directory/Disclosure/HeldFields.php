<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Pictures\PictureLinks;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\Core\Directory\Disclosure\BuiltIn;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\FieldOrigin;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Metadata\MetadataDocument;

/** What accounts hold, by the keys that disclosure knows fields by. A column or field that is not among them is handed to nobody. */
final readonly class HeldFields
{
    public function __construct(private FieldValues $fields, private FieldRules $rules, private Metadata $metadata, private Assignments $assignments, private PictureLinks $pictures)
    {
    }

    /**
     * @param  list<Account>  $accounts
     * @return array<string, array<string, mixed>> by account and key; a field that is not filled in is left out
     */
    public function ofAll(array $accounts): array
    {
        [$seqs, $ids] = [array_column($accounts, 'seq'), array_column($accounts, 'id')];
        [$values, $documents, $roles] = [$this->fields->ofAll($seqs), $this->metadata->documentsOfAll($seqs), $this->assignments->ofAll($ids)];
        $held = [];
        foreach ($accounts as $account) {
            $of = [...self::builtIn($account, $roles[$account->id] ?? []), ...$this->defined($values[$account->seq] ?? [])];
            foreach ($documents[$account->seq] ?? [] as $kind => $document) {
                $of += self::document($kind, $document);
            }
            $held[$account->id] = $of;
        }

        return $held;
    }

    /**
     * Some of one account's alone.
     *
     * @param  list<FieldKey>  $asked  of metadata its kind alone counts: all that it holds is given
     * @return array<string, mixed> by key
     */
    public function some(Account $account, array $asked): array
    {
        $origins = array_column($asked, 'origin');
        $has = static fn (FieldOrigin $origin): bool => in_array($origin, $origins, true);
        $keys = array_flip(array_map(static fn (FieldKey $one): string => $one->key(), $asked));
        $held = [
            ...$has(FieldOrigin::BuiltIn) ? self::builtIn($account, isset($keys[BuiltIn::Roles->value]) ? $this->assignments->ofAll([$account->id])[$account->id] ?? [] : []) : [],
            ...$has(FieldOrigin::Defined) ? $this->defined($this->fields->ofAll([$account->seq])[$account->seq] ?? []) : [],
        ];
        $metadata = [];
        foreach ($has(FieldOrigin::Own) || $has(FieldOrigin::Internal) ? $this->metadata->documentsOfAll([$account->seq])[$account->seq] ?? [] : [] as $kind => $document) {
            $metadata += $has(FieldOrigin::from($kind)) ? self::document($kind, $document) : [];
        }

        return [...array_intersect_key($held, $keys), ...$metadata];
    }

    /** @return array<string, mixed> by key */
    private static function document(string $kind, MetadataDocument $document): array
    {
        $of = [];
        foreach (get_object_vars($document->values()) as $key => $value) {
            $of[FieldKey::metadata($kind, (string) $key)->key()] = $value;
        }

        return $of;
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     */
    private function defined(array $values): array
    {
        $of = [];
        foreach (array_intersect_key($values, $this->rules->all) as $key => $value) {
            $of[FieldKey::defined($key)->key()] = $this->rules->all[$key]->kind === FieldKind::Picture && is_string($value) ? $this->pictures->to($value, Pictures::SIZES[1]) : $value;
        }

        return $of;
    }

    /**
     * @param  list<string>  $roles
     * @return array<string, mixed>
     */
    private static function builtIn(Account $account, array $roles): array
    {
        $held = [];
        foreach (BuiltIn::cases() as $field) {
            $held[$field->value] = match ($field) {
                BuiltIn::Id => $account->id,
                BuiltIn::Name => $account->name,
                BuiltIn::Address => $account->email,
                BuiltIn::Verified => $account->email_proven_at !== null,
                BuiltIn::Status => $account->status->value,
                BuiltIn::App => $account->app_key,
                BuiltIn::Roles => $roles,
                BuiltIn::Language => $account->language,
                BuiltIn::Origin => $account->came_by,
                BuiltIn::Terms => $account->terms_version === '' ? null : $account->terms_version,
                BuiltIn::Created => $account->created_at,
                BuiltIn::Changed => $account->changed_at,
                BuiltIn::Seen => $account->seen_at === '' ? null : $account->seen_at,
                BuiltIn::HashKind => $account->hash_kind,
            };
        }

        return $held;
    }
}
