<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Profile;

use Kennel\App\Credentials\Sessions\SessionList;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Duties\TermsAcceptances;
use Kennel\App\Directory\Disclosure\WhoSeesWhat;
use Kennel\App\Directory\Fields\FieldValues;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\MessageList;
use Kennel\App\Trail\Audit\AuditEvents;
use Kennel\Core\Credentials\Passwords\HashKind;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Fields\FieldKind;
use Kennel\Core\Directory\Fields\FieldRules;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Psr\Clock\ClockInterface;

/**
 * What is kept of a holder, and who was handed it: for them to see and to take out. What others wrote of them for themselves (reasons, internal
 * metadata) is not theirs; that there is some is said.
 */
final readonly class OwnData
{
    private const LARGEST_PICTURE = 256;

    public function __construct(
        private Accounts $accounts,
        private FieldRules $rules,
        private FieldValues $fields,
        private Metadata $metadata,
        private Assignments $assignments,
        private SessionList $sessions,
        private MessageList $messages,
        private TermsAcceptances $terms,
        private AuditEvents $events,
        private Pictures $pictures,
        private HandedFields $handed,
        private WhoSeesWhat $whoSeesWhat,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @return array<string, mixed> as JSON has it
     *
     * @throws Refusal when the account is gone
     */
    public function of(SignedIn $holder): array
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
        $readable = $this->handed->toHolder();
        $internal = $this->metadata->read($account->seq, MetadataKind::Internal);
        $handed = $this->metadata->handed($account->seq, $readable, ...MetadataKind::cases());

        return [
            'taken_at' => Moment::write($this->clock->now()),
            'account' => [
                'id' => $account->id, 'name' => $account->name, 'email' => $account->email, 'verified_at' => $account->email_proven_at, 'status' => $account->status->value, 'app' => $account->app_key,
                'came_by' => $account->came_by, 'language' => $account->language, 'created_at' => $account->created_at, 'changed_at' => $account->changed_at, 'seen_at' => $account->seen_at === '' ? null : $account->seen_at,
            ],
            'password' => ['stored_as' => $account->hash_kind === '' ? HashKind::of($account->password_hash) : $account->hash_kind],
            'fields' => $this->fields($account, $readable),
            'metadata' => $handed['own'],
            'internal_metadata' => $handed['internal'],
            'has_internal_metadata' => ! $internal->only(static fn (string $key): bool => ! $readable->ofKind(MetadataKind::Internal->value)($key))->isEmpty(),
            'kept_back' => $this->keptBack($account, $readable),
            'roles' => array_map(static fn (array $role): array => ['role' => $role['role'], 'since' => $role['assigned_at']], $this->assignments->of($account->id)),
            'terms' => $this->terms->of($account->id),
            'sessions' => $this->sessions->ofHolder($account->id, $holder->sessionId),
            'messages' => $this->messages->ofHolder($account->id),
            'trail' => $this->events->ofHolder($account->id),
            'handed' => [
                'to' => $this->whoSeesWhat->of($account),
                'files_by_operators' => $this->events->moments('accounts.exported', $account->created_at),
            ],
        ];
    }

    /** @return array<string, string> bytes of their pictures, by the name of a file */
    public function pictures(SignedIn $holder): array
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
        [$values, $readable] = [$this->fields->of($account->seq), $this->handed->toHolder()];
        $pictures = [];
        foreach ($this->rules->all as $key => $field) {
            $id = $values[$key] ?? null;
            $bytes = $field->kind === FieldKind::Picture && $readable->hasField($key) && is_string($id) && $this->pictures->belongsTo($id, $account->id) ? $this->pictures->read($id, self::LARGEST_PICTURE) : null;
            if ($bytes !== null) {
                $pictures["{$key}.webp"] = $bytes;
            }
        }

        return $pictures;
    }

    /** @return list<array{key: string, label: string, value: mixed, shown: string|null}> what is filled in and theirs to see; shown as people read it, where that is not the value itself */
    private function fields(Account $account, ReadableFields $readable): array
    {
        $held = [];
        foreach (array_filter($this->fields->of($account->seq), $readable->hasField(...), ARRAY_FILTER_USE_KEY) as $key => $value) {
            $field = $this->rules->find((string) $key);
            $named = array_map(static fn (mixed $one): string => is_scalar($one) ? $field?->choices[(string) $one]->label ?? (string) $one : '', is_array($value) ? $value : [$value]);
            $held[] = ['key' => (string) $key, 'label' => $field->label ?? (string) $key, 'value' => $value, 'shown' => $field?->kind->hasChoices() === true ? implode(', ', $named) : null];
        }

        return $held;
    }

    /** @return list<array{field: string, code: string}> what is held and not handed to them, and by which rule */
    private function keptBack(Account $account, ReadableFields $readable): array
    {
        $keys = [
            ...array_map(FieldKey::defined(...), array_keys($this->fields->of($account->seq))),
            ...array_map(static fn (string $key): FieldKey => FieldKey::metadata(MetadataKind::Own->value, $key), $this->metadata->read($account->seq, MetadataKind::Own)->topKeys()),
        ];

        return array_values(array_map(
            fn (FieldKey $key): array => ['field' => $this->rules->find($key->name)->label ?? $key->name, 'code' => $readable->verdict($key)->value],
            array_filter($keys, static fn (FieldKey $key): bool => ! $readable->has($key)),
        ));
    }
}
