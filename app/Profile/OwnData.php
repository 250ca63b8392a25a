<?php

declare(strict_types=1);

namespace Kennel\App\Profile;

use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Accounts\Duties\TermsAcceptances;
use Kennel\App\Audit\AuditEvents;
use Kennel\App\Fields\FieldValues;
use Kennel\App\Mail\MessageList;
use Kennel\App\Metadata\Metadata;
use Kennel\App\Pictures\Pictures;
use Kennel\App\Platform\Identity\SignedIn;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Roles\Assignments;
use Kennel\App\Sessions\SessionList;
use Kennel\Core\Fields\FieldKind;
use Kennel\Core\Fields\FieldRules;
use Kennel\Core\Passwords\HashKind;
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
        $documents = $this->metadata->of($account->seq);

        return [
            'taken_at' => Moment::write($this->clock->now()),
            'account' => [
                'id' => $account->id, 'name' => $account->name, 'email' => $account->email, 'verified_at' => $account->email_proven_at, 'status' => $account->status->value, 'app' => $account->app_key,
                'came_by' => $account->came_by, 'language' => $account->language, 'created_at' => $account->created_at, 'changed_at' => $account->changed_at, 'seen_at' => $account->seen_at === '' ? null : $account->seen_at,
            ],
            'password' => ['stored_as' => $account->hash_kind === '' ? HashKind::of($account->password_hash) : $account->hash_kind],
            'fields' => $this->fields($account),
            'metadata' => $documents['own'],
            'has_internal_metadata' => get_object_vars($documents['internal']) !== [],
            'roles' => array_map(static fn (array $role): array => ['role' => $role['role'], 'since' => $role['assigned_at']], $this->assignments->of($account->id)),
            'terms' => $this->terms->of($account->id),
            'sessions' => $this->sessions->ofHolder($account->id, $holder->sessionId),
            'messages' => $this->messages->ofHolder($account->id),
            'trail' => $this->events->ofHolder($account->id),
            'handed' => [
                // No app is handed anything of an account but by its own doors, which ask as the holder.
                'apps' => [],
                'files_by_operators' => $this->events->moments('accounts.exported', $account->created_at),
            ],
        ];
    }

    /** @return array<string, string> bytes of their pictures, by the name of a file */
    public function pictures(SignedIn $holder): array
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
        $values = $this->fields->of($account->seq);
        $pictures = [];
        foreach ($this->rules->all as $key => $field) {
            $id = $values[$key] ?? null;
            $bytes = $field->kind === FieldKind::Picture && is_string($id) && $this->pictures->belongsTo($id, $account->id) ? $this->pictures->read($id, self::LARGEST_PICTURE) : null;
            if ($bytes !== null) {
                $pictures["{$key}.webp"] = $bytes;
            }
        }

        return $pictures;
    }

    /** @return list<array{key: string, label: string, value: mixed, shown: string|null}> what is filled in; shown as people read it, where that is not the value itself */
    private function fields(Account $account): array
    {
        $held = [];
        foreach ($this->fields->of($account->seq) as $key => $value) {
            $field = $this->rules->find((string) $key);
            $named = array_map(static fn (mixed $one): string => is_scalar($one) ? $field?->choices[(string) $one]->label ?? (string) $one : '', is_array($value) ? $value : [$value]);
            $held[] = ['key' => (string) $key, 'label' => $field->label ?? (string) $key, 'value' => $value, 'shown' => $field?->kind->hasChoices() === true ? implode(', ', $named) : null];
        }

        return $held;
    }
}
