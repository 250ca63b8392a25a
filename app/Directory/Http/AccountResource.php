<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Http;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Duties\Waivers;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Directory\Fields\HandedFields;
use Kennel\App\Directory\Metadata\Metadata;
use Kennel\App\Directory\Roles\Assignments;
use Kennel\App\Foundation\Words;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Directory\Accounts\Duty;
use Kennel\Core\Directory\Accounts\Owed;
use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Directory\Disclosure\ReadableFields;
use Kennel\Core\Directory\Metadata\MetadataKind;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Text\EmailAddress;
use Psr\Clock\ClockInterface;

/** An account as operators see it. The hash itself is never part of it; its kind is. */
final readonly class AccountResource
{
    public function __construct(
        private Words $words,
        private Assignments $assignments,
        private Standings $standings,
        private StoredFields $fields,
        private Waivers $waivers,
        private Metadata $metadata,
        private Strangers $strangers,
        private HandedFields $handed,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param  list<Account>  $accounts
     * @param  list<string>  $fields  keys of those that are shown beside each
     * @return list<array<string, mixed>>
     */
    public function rows(array $accounts, array $fields = []): array
    {
        $standings = $this->standings->ofAll($accounts);
        $roles = $this->assignments->ofAll(array_column($accounts, 'id'));
        $values = $this->fields->ofAll($accounts, $fields, $this->handed->toCaller());

        return array_map(fn (Account $account): array => [
            ...$this->row($account, $standings[$account->id]),
            'roles' => $roles[$account->id] ?? [],
            'fields' => (object) ($values[$account->seq] ?? []),
        ], $accounts);
    }

    /** @return array<string, mixed> with the fields that are handed to whoever asks */
    public function whole(Account $account): array
    {
        return $this->wholeFor($account, $this->handed->toCaller());
    }

    /** @return array<string, mixed> */
    public function wholeFor(Account $account, ReadableFields $readable): array
    {
        $standing = $this->standings->of($account);

        return [
            ...$this->row($account, $standing),
            'version' => $account->version,
            'lookup_key' => $account->lookup_key,
            'status_reason' => $account->status_reason,
            'email_proven_at' => $account->email_proven_at,
            'terms_version' => $account->terms_version === '' ? null : $account->terms_version,
            'reasons' => $this->words->reasons($standing->reasons),
            'owed' => array_map($this->owed(...), $standing->owed),
            'waivers' => $this->waivers->listOf($account->id),
            'fields' => $this->fields->of($account, $readable),
            'metadata' => $this->metadata->handed($account->seq, $readable, ...MetadataKind::cases()),
            'roles' => $this->assignments->of($account->id),
            'refused_signins' => $this->strangers->countSince('session.refused', $this->clock->now()->modify('-24 hours'), $account->id),
        ];
    }

    /** @return array{duty: string, subject: string, is_waivable: bool, message: string, settled_by: string} */
    public function owed(Owed $owed): array
    {
        return [
            'duty' => $owed->duty->value,
            'subject' => $owed->subject,
            'is_waivable' => $owed->isWaivable,
            'message' => $this->words->say($owed->reason),
            'settled_by' => $this->words->say(new Reason(str_replace('duty.', 'settle.', $owed->reason->code), parameters: $owed->reason->parameters)),
        ];
    }

    /** @return array<string, mixed> */
    private function row(Account $account, Standing $standing): array
    {
        return [
            'id' => $account->id,
            'name' => $account->name,
            'email' => $this->readable($account->email),
            'status' => $account->status->value,
            'access' => $standing->access->value,
            'duties' => array_map(static fn (Duty $duty): string => $duty->value, $standing->duties),
            'app' => $account->app_key,
            'came_by' => $account->came_by,
            'password_kind' => $account->hash_kind,
            'created_at' => $account->created_at,
            'changed_at' => $account->changed_at,
            'seen_at' => $account->seen_at === '' ? null : $account->seen_at,
        ];
    }

    private function readable(string $email): string
    {
        try {
            return EmailAddress::parse($email)->display();
        } catch (Refused) {
            return $email;
        }
    }
}
