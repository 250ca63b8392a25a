<?php

declare(strict_types=1);

namespace Kennel\App\SignIn\Providers;

use Illuminate\Support\Str;
use Kennel\App\Credentials\Factors\Passkeys;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Apps\SigninWay;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\SignIn\Providers\OutsidePerson;
use Psr\Clock\ClockInterface;

/** Which account is whose of a provider. Called inside the act's transaction. */
final readonly class Links
{
    /** Of one account. */
    private const MOST = 5;

    public function __construct(private ClockInterface $clock, private Apps $apps, private Passkeys $passkeys, private AuditTrail $audit, private Messages $messages)
    {
    }

    /** @return list<ProviderLink> the oldest first */
    public function of(string $accountId): array
    {
        return array_values(ProviderLink::query()->where('account_id', $accountId)->orderBy('seq')->get()->all());
    }

    public function find(string $issuer, string $subject): ?ProviderLink
    {
        return ProviderLink::query()->where('issuer', $issuer)->where('subject', $subject)->first();
    }

    /**
     * @param  string|null  $unknownPassword  the hash the account was made with, where nobody knows of what
     * @param  bool  $isByHolder  its holder asked for it after a recent authentication, and did not just come from the provider
     *
     * @throws Refusal where there are as many as there may be
     */
    public function add(Account $account, OutsidePerson $person, string $provider, ?string $unknownPassword = null, bool $isByHolder = false): void
    {
        if (count($this->of($account->id)) >= self::MOST) {
            throw Refusal::conflict('provider.too_many');
        }
        $now = Moment::write($this->clock->now());
        ProviderLink::query()->insert([
            'id' => (string) Str::uuid7(), 'account_id' => $account->id, 'issuer' => $person->issuer, 'subject' => $person->subject, 'name' => $provider, 'address' => $person->email,
            'unknown_password' => $unknownPassword === null ? null : hash('sha256', $unknownPassword), 'linked_at' => $now, 'used_at' => $now, 'by_holder' => $isByHolder,
        ]);
        $this->note($account, 'provider_linked', $provider);
    }

    /** Its holder says of a link that was made by the provider's word that it is theirs. */
    public function confirmed(Account $account, ProviderLink $link): void
    {
        if (! $link->by_holder) {
            ProviderLink::query()->whereKey($link->seq)->update(['by_holder' => true]);
            $this->note($account, 'provider_linked', $link->name);
        }
    }

    public function used(ProviderLink $link): void
    {
        ProviderLink::query()->whereKey($link->seq)->update(['used_at' => Moment::write($this->clock->now())]);
    }

    /** @throws Refusal when there is none, and for the last way in */
    public function remove(Account $account, string $id): void
    {
        $links = $this->of($account->id);
        $link = array_values(array_filter($links, static fn (ProviderLink $one): bool => $one->id === $id))[0] ?? throw Refusal::notFound();
        if (count($links) === 1 && ! $this->hasAnotherWay($account, $link)) {
            throw Refusal::conflict('provider.last_way');
        }
        ProviderLink::query()->whereKey($link->seq)->delete();
        // What is left knows as well that nobody knows the password.
        if ($link->unknown_password !== null) {
            ProviderLink::query()->where('account_id', $account->id)->update(['unknown_password' => $link->unknown_password]);
        }
        $this->note($account, 'provider_unlinked', $link->name);
    }

    private function hasAnotherWay(Account $account, ProviderLink $link): bool
    {
        $ways = $account->app_key === null ? null : $this->apps->find($account->app_key)?->rules;

        return $link->unknown_password === null || ! hash_equals($link->unknown_password, hash('sha256', $account->password_hash))
            || ($ways?->offers(SigninWay::Mail) === true && $account->email_proven_at !== null)
            || ($ways?->offers(SigninWay::Passkey) === true && $this->passkeys->of($account->id) !== []);
    }

    /** @param  'provider_linked'|'provider_unlinked'  $what */
    private function note(Account $account, string $what, string $provider): void
    {
        $this->audit->record("account.{$what}", Actor::holder($account->id, $account->name), $account->reference(), [], ['provider' => $provider]);
        $this->messages->queueToHolder(MessageKind::FactorChanged, $account, 'profile', ['what' => $what]);
    }
}
