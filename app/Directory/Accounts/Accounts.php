<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Accounts;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\ErasureKeys;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Directory\Accounts\PersonName;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Accounts\StoredHash;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Foundation\Text\SearchText;
use Psr\Clock\ClockInterface;

/** Adds accounts, finds them, and writes their changes under a version. Other capabilities come here instead of to the table. */
final readonly class Accounts
{
    private const ROWS_A_STATEMENT = 200;

    public function __construct(private ClockInterface $clock, private AddressRules $addresses, private ErasureKeys $keys)
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

    /**
     * Imported ones are an operator's, however long their owners take; and whoever was let off the proof is using the account.
     *
     * @param  int  $after  the sequence number of the last one that was looked at
     * @return list<Account> signed up for before this moment and proven to be nobody's
     */
    public function unprovenBefore(\DateTimeImmutable $moment, int $after, int $limit): array
    {
        return array_values(Account::query()->where('seq', '>', $after)->where('status', Status::Pending)->whereNull('email_proven_at')->where('came_by', 'signup')
            ->where('created_at', '<', Moment::write($moment))->whereDoesntHave(
                'waivers',
                static fn ($waivers) => $waivers->where('subject', 'like', 'verify_email:%'),
            )
            ->orderBy('seq')->limit($limit)->get()->all());
    }

    /**
     * @param  list<string>  $lookupKeys
     * @return array<string, true> those of them that an account has
     */
    public function taken(array $lookupKeys): array
    {
        return array_fill_keys(Account::query()->whereIn('lookup_key', $lookupKeys)->pluck('lookup_key')->all(), true);
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, true> those of them that an account has
     */
    public function takenIds(array $ids): array
    {
        return $ids === [] ? [] : array_fill_keys(Account::query()->whereIn('id', $ids)->pluck('id')->all(), true);
    }

    /**
     * @param  list<string>  $ids
     * @return list<string>
     */
    public function addresses(array $ids): array
    {
        return array_values(Account::query()->whereIn('id', $ids)->pluck('email')->all());
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, string> names by id
     */
    public function names(array $ids): array
    {
        /** @var array<string, string> $names */
        $names = Account::query()->whereIn('id', $ids)->pluck('name', 'id')->all();

        return $names;
    }

    /**
     * @param  list<string>  $lookupKeys
     * @return array<string, Account> by lookup key
     */
    public function byLookupKeys(array $lookupKeys): array
    {
        /** @var array<string, Account> $accounts */
        $accounts = Account::query()->whereIn('lookup_key', $lookupKeys)->get()->keyBy('lookup_key')->all();

        return $accounts;
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, int> sequence numbers by id
     */
    public function seqs(array $ids): array
    {
        $seqs = [];
        foreach (array_chunk($ids, self::ROWS_A_STATEMENT) as $some) {
            $seqs += Account::query()->toBase()->whereIn('id', $some)->pluck('seq', 'id')->all();
        }

        return $seqs;
    }

    /**
     * @param  list<string>  $apps
     * @return Builder<Account> the sequence numbers of their accounts
     */
    public function seqsOfApps(array $apps): Builder
    {
        return Account::query()->whereIn('app_key', $apps)->select('seq');
    }

    /**
     * Many at once.
     *
     * @param  list<array<string, mixed>>  $rows  columns of each
     */
    public function addAll(array $rows): void
    {
        foreach (array_chunk($rows, self::ROWS_A_STATEMENT) as $some) {
            Account::query()->insert($some);
        }
        $this->keys->drawFor(array_column($rows, 'id'));
    }

    /** @throws \Illuminate\Database\UniqueConstraintViolationException when the lookup key is taken */
    public function add(PersonName $name, EmailAddress $email, StoredHash $password, string $appKey, string $termsVersion = '', string $cameBy = 'signup'): Account
    {
        $account = Account::query()->create([
            'id' => (string) Str::uuid7(),
            'app_key' => $appKey,
            'came_by' => $cameBy,
            ...self::nameColumns($name, $email),
            'email' => $email->toString(),
            'lookup_key' => $this->addresses->lookupKey($email),
            'status' => Status::Pending,
            'terms_version' => $termsVersion,
            'password_owed' => PasswordOwed::Nothing,
            'password_hash' => $password->hash,
            'hash_kind' => $password->kind,
            'created_at' => $now = Moment::write($this->clock->now()),
            'changed_at' => $now,
            'seen_at' => '',
            'version' => 1,
        ]);
        $this->keys->drawFor([$account->id]);

        return $account;
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
        $account->fill([...$changes, 'version' => $read + 1, 'changed_at' => Moment::write($this->clock->now())]);
        if (Account::query()->where('seq', $account->seq)->where('version', $read)->update($account->getDirty()) !== 1) {
            throw Refusal::changedMeanwhile();
        }

        return $account->syncOriginal();
    }

    /**
     * The same change of many, which were read in the transaction under way: nobody else can have changed them since.
     *
     * @param  list<Account>  $accounts
     * @param  array<string, mixed>  $changes  columns, as they are stored
     */
    public function changeAll(array $accounts, array $changes): void
    {
        $changes['changed_at'] = Moment::write($this->clock->now());
        foreach (array_chunk($accounts, self::ROWS_A_STATEMENT) as $some) {
            Account::query()->toBase()->whereIn('seq', array_column($some, 'seq'))->update([...$changes, 'version' => DB::raw('version + 1')]);
            foreach ($some as $account) {
                $account->forceFill([...$changes, 'version' => $account->version + 1])->syncOriginal();
            }
        }
    }

    /**
     * @param  list<int>  $seqs
     * @return array<int, Account> by sequence number
     */
    public function bySeq(array $seqs): array
    {
        /** @var array<int, Account> $accounts */
        $accounts = Account::query()->whereIn('seq', $seqs)->get()->keyBy('seq')->all();

        return $accounts;
    }

    /** For what belongs to the record and is kept elsewhere: roles, fields, waivers. @throws Refusal when it changed meanwhile */
    public function touch(Account $account): Account
    {
        return $this->change($account, []);
    }

    /** @return array{name: string, name_key: string, search: string} what is stored of a name: itself, what it is sorted by, what is searched */
    public static function nameColumns(PersonName $name, EmailAddress $email): array
    {
        return [
            'name' => $name->value,
            'name_key' => implode(' ', SearchText::words($name->value)),
            'search' => SearchText::column($name->value, $email->display()),
        ];
    }

    public function rename(Account $account, PersonName $name): void
    {
        $this->change($account, self::nameColumns($name, EmailAddress::parse($account->email)));
    }

    /**
     * @param  array<string, mixed>  $more  columns that change with it
     *
     * @throws Refusal when it changed meanwhile
     * @throws \Illuminate\Database\UniqueConstraintViolationException when the lookup key is taken
     */
    public function readdress(Account $account, EmailAddress $email, array $more): void
    {
        $this->change($account, [
            ...self::nameColumns(PersonName::parse($account->name), $email),
            'email' => $email->toString(),
            'lookup_key' => $this->addresses->lookupKey($email),
            ...$more,
        ]);
    }

    /**
     * Only in the place of the hash that was read. A new hash of the same password is not a change of the record, so the version stays.
     *
     * @throws Refusal when it changed meanwhile
     */
    public function storeHash(Account $account, StoredHash $password): void
    {
        if (! $this->swapHash($account, $password)) {
            throw Refusal::changedMeanwhile();
        }
    }

    /** As storeHash(), for whoever has nobody to tell. @return bool false when another hash was there by then */
    public function swapHash(Account $account, StoredHash $password): bool
    {
        $read = $account->password_hash;
        $account->fill(['password_hash' => $password->hash, 'hash_kind' => $password->kind]);
        $isStored = Account::query()->where('seq', $account->seq)->where('password_hash', $read)->update($account->getDirty()) === 1;
        $account->syncOriginal();

        return $isStored;
    }

    /** @return Builder<Account> those that are in use on one app */
    public function activeOf(string $app): Builder
    {
        return Account::query()->where('app_key', $app)->where('status', Status::Active->value);
    }

    /** @return Builder<Account> */
    public function notClosed(): Builder
    {
        return Account::query()->where('status', '<>', Status::Closed->value);
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, string> when each owed nothing for the first time, by id; one that still does is left out
     */
    public function completedAt(array $ids): array
    {
        $moments = [];
        foreach (array_chunk($ids, self::ROWS_A_STATEMENT) as $some) {
            $moments += Account::query()->whereIn('id', $some)->whereNotNull('completed_at')->pluck('completed_at', 'id')->all();
        }

        /** @var array<string, string> $moments */
        return $moments;
    }

    public function countAll(): int
    {
        return Account::query()->count();
    }

    /** @return array<string, array{submitted: int, proven: int, complete: int}> accounts by the day they were made, and how far they are */
    public function byDay(\DateTimeImmutable $since, ?string $appKey): array
    {
        $days = [];
        $rows = Account::query()->where('created_at', '>=', Moment::write($since))->when(
            $appKey !== null,
            static fn ($accounts) => $accounts->where('app_key', $appKey),
        )
            ->selectRaw('substr(created_at, 1, 10) AS day, count(*) AS submitted, count(email_proven_at) AS proven, count(completed_at) AS complete')->groupBy('day')->get();
        foreach ($rows as $row) {
            $days[(string) $row->getAttribute('day')] = [
                'submitted' => (int) $row->getAttribute('submitted'),
                'proven' => (int) $row->getAttribute('proven'),
                'complete' => (int) $row->getAttribute('complete'),
            ];
        }

        return $days;
    }

    /** Accounts made since midnight (UTC). */
    public function countToday(): int
    {
        return Account::query()->where('created_at', '>=', Moment::write($this->clock->now()->setTimezone(new \DateTimeZone('UTC'))->setTime(0, 0)))->count();
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
