<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Kennel\App\Platform\Words;
use Kennel\App\Roles\Roles;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Rules\Refused;

/** An account as operators see it. The hash itself is never part of it; its kind is. */
final readonly class AccountResource
{
    public function __construct(private Words $words, private Roles $roles)
    {
    }

    /** @return array<string, mixed> */
    public function row(Account $account): array
    {
        $standing = $account->standing();

        return [
            'id' => $account->id,
            'name' => $account->name,
            'email' => $this->readable($account->email),
            'status' => $account->status->value,
            'access' => $standing->access->value,
            'duties' => array_map(static fn ($duty): string => $duty->value, $standing->duties),
            'created_at' => $account->created_at,
            'seen_at' => $account->seen_at === '' ? null : $account->seen_at,
        ];
    }

    /** @return array<string, mixed> */
    public function whole(Account $account): array
    {
        return [
            ...$this->row($account),
            'version' => $account->version,
            'app' => $account->app_key,
            'lookup_key' => $account->lookup_key,
            'status_reason' => $account->status_reason,
            'email_proven_at' => $account->email_proven_at,
            'password_kind' => $account->hash_kind,
            'reasons' => $this->words->reasons($account->standing()->reasons),
            'roles' => $this->roles->of($account->id),
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
