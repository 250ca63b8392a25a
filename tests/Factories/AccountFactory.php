<?php

declare(strict_types=1);

namespace Kennel\Tests\Factories;

use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Account;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\Status;

/** @extends RecordFactory<Account> */
final class AccountFactory extends RecordFactory
{
    protected $model = Account::class;

    /** @return array<string, mixed> */
    public function definition(): array
    {
        return [
            'id' => (string) Str::uuid7(),
            'name' => 'Tam Pellow',
            'name_key' => 'tam pellow',
            'email' => fn (array $one): string => "{$one['id']}@post.example",
            'lookup_key' => fn (array $one): string => "{$one['id']}@post.example",
            'status' => Status::Pending,
            'password_hash' => '',
            'password_owed' => PasswordOwed::Nothing,
            'hash_kind' => '',
            'created_at' => self::MOMENT,
            'search' => ' tam pellow',
        ];
    }
}
