<?php

declare(strict_types=1);

namespace Kennel\App\Accounts;

use Illuminate\Support\Str;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Accounts\AddressRules;
use Kennel\Core\Accounts\EmailAddress;
use Kennel\Core\Accounts\PasswordOwed;
use Kennel\Core\Accounts\PersonName;
use Kennel\Core\Accounts\Status;
use Kennel\Core\Passwords\HashKind;
use Kennel\Core\Text\SearchText;
use Psr\Clock\ClockInterface;

/** Adds accounts, finds them, and writes their changes under a version. Other capabilities come here instead of to the table. */
final readonly class Accounts
{
    public function __construct(private ClockInterface $clock, private AddressRules $addresses)
    {
    }

    public function find(string $id): ?Account
    {
        return Account::query()->where('id', $id)->first();
    }

    public function byAddress(EmailAddress $address): ?Account
    {
        return Account::query()->where('lookup_key', $this->addresses->lookupKey($address))->first();
    }

    /** Anybody: whoever is first. For work that is done and undone. */
    public function first(): ?Account
    {
        return Account::query()->where('seq', '>', 0)->first();
    }

    /** @throws \Illuminate\Database\UniqueConstraintViolationException when the lookup key is taken */
    public function add(PersonName $name, EmailAddress $email, string $passwordHash, string $appKey, string $termsVersion = ''): Account
    {
        return Account::query()->create([
            'id' => (string) Str::uuid7(),
            'app_key' => $appKey,
            'came_by' => 'signup',
            ...self::nameColumns($name, $email),
            'email' => $email->toString(),
            'lookup_key' => $this->addresses->lookupKey($email),
            'status' => Status::Pending,
            'terms_version' => $termsVersion,
            'password_owed' => PasswordOwed::Nothing,
            'password_hash' => $passwordHash,
            'hash_kind' => HashKind::of($passwordHash),
            'created_at' => Moment::write($this->clock->now()),
            'seen_at' => '',
            'version' => 1,
        ]);
    }

    /**
     * Writes upon the version that was read and no other: of two changes of one version the second is refused, whoever makes it.
     *
     * @param  array<string, mixed>  $changes
     *
     * @throws Refusal when it changed meanwhile
     */
    public function change(Account $account, array $changes): Account
    {
        $read = $account->version;
        $account->fill([...$changes, 'version' => $read + 1]);
        if (Account::query()->where('seq', $account->seq)->where('version', $read)->update($account->getDirty()) !== 1) {
            throw Refusal::changedMeanwhile();
        }

        return $account->syncOriginal();
    }

    /** For what belongs to the record and is kept elsewhere: roles, fields, waivers. @throws Refusal when it changed meanwhile */
    public function touch(Account $account): Account
    {
        return $this->change($account, []);
    }

    /** @return array{name: string, name_key: string, search: string} what is stored of a name: itself, what it is sorted by, what is searched */
    public static function nameColumns(PersonName $name, EmailAddress $email): array
    {
        return ['name' => $name->value, 'name_key' => implode(' ', SearchText::words($name->value)), 'search' => SearchText::column($name->value, $email->display())];
    }

    public function rename(Account $account, PersonName $name): void
    {
        $this->change($account, self::nameColumns($name, EmailAddress::parse($account->email)));
    }

    /**
     * Only in the place of the hash that was read. A new hash of the same password is not a change of the record, so the version stays.
     *
     * @throws Refusal when it changed meanwhile
     */
    public function storeHash(Account $account, string $passwordHash): void
    {
        $read = $account->password_hash;
        $account->fill(['password_hash' => $passwordHash, 'hash_kind' => HashKind::of($passwordHash)]);
        if (Account::query()->where('seq', $account->seq)->where('password_hash', $read)->update($account->getDirty()) !== 1) {
            throw Refusal::changedMeanwhile();
        }
        $account->syncOriginal();
    }

    public function countAll(): int
    {
        return Account::query()->count();
    }

    /** Accounts made since midnight (UTC). */
    public function countToday(): int
    {
        return Account::query()->where('created_at', '>=', Moment::write($this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->setTime(0, 0)))->count();
    }

    /** @return array<string, int> accounts by kind of hash */
    public function hashKinds(): array
    {
        return Account::query()->toBase()->selectRaw('hash_kind, count(*) AS held')->groupBy('hash_kind')->orderByDesc('held')
            ->pluck('held', 'hash_kind')->map(static fn ($held): int => (int) $held)->all();
    }

    /**
     * @param  list<string>  $ids
     * @return list<Account> those of the list that are active
     */
    public function active(array $ids): array
    {
        /** @var list<Account> $active */
        $active = Account::query()->whereIn('id', $ids)->where('status', Status::Active->value)->get()->all();

        return $active;
    }
}
