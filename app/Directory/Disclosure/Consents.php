<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Disclosure;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Directory\Disclosure\Audience;
use Kennel\Core\Directory\Disclosure\Disclose;
use Kennel\Core\Directory\Disclosure\DisclosureRules;
use Kennel\Core\Directory\Disclosure\FieldKey;
use Kennel\Core\Foundation\Reasons\Reason;
use Psr\Clock\ClockInterface;

/** What holders have agreed to. It counts for the purpose they read, and for no other that was written in its place since. */
final readonly class Consents
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private AuditTrail $audit,
        private DisclosureRules $rules,
        private ClockInterface $clock,
    ) {
    }

    /**
     * @param  list<string>  $accountIds
     * @param  DisclosureRules  $rules  whose purposes count
     * @return array<string, list<string>> by account, as Disclose takes them; who agreed to nothing is left out
     */
    public function ofAll(array $accountIds, DisclosureRules $rules): array
    {
        $agreed = [];
        foreach (Consent::query()->toBase()->whereIn('account_id', $accountIds)->get() as $row) {
            $audience = Audience::parse((string) $row->audience);
            if (self::purpose($rules, (string) $row->field, $audience) === (string) $row->purpose) {
                $agreed[(string) $row->account_id][] = Disclose::consentTo((string) $row->field, $audience);
            }
        }

        return $agreed;
    }

    /**
     * @param  string  $purpose  that counts
     * @return Builder<Consent> of whoever agreed to one thing
     */
    public function to(string $field, Audience $audience, string $purpose): Builder
    {
        return Consent::query()->where('audience', $audience->key())->where('field', $field)->where('purpose', $purpose);
    }

    /** @throws Refusal for what nobody asks them to agree to */
    public function change(SignedIn $holder, string $field, string $audience, bool $agrees): void
    {
        try {
            $to = Audience::parse($audience);
        } catch (\InvalidArgumentException) {
            throw Refusal::invalid([new Reason('disclosure.not_asked', 'audience')]);
        }
        $purpose = self::purpose($this->rules, $field, $to);
        if ($purpose === null && $agrees) {
            throw Refusal::invalid([new Reason('disclosure.not_asked', 'field')]);
        }
        $this->database->transaction(function () use ($holder, $field, $to, $purpose, $agrees): void {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            $key = ['account_id' => $account->id, 'audience' => $to->key(), 'field' => $field];
            $had = Consent::query()->where($key)->value('purpose');
            if ($agrees ? $had === $purpose : $had === null) {
                return;
            }
            Consent::query()->where($key)->delete();
            if ($agrees) {
                Consent::query()->insert([...$key, 'purpose' => (string) $purpose, 'given_at' => Moment::write($this->clock->now())]);
            }
            $this->record($account, $holder, $field, $to, $agrees, (string) $purpose);
        });
    }

    private function record(Account $account, SignedIn $holder, string $field, Audience $to, bool $agrees, string $purpose): void
    {
        $this->audit->record($agrees ? 'account.consent_given' : 'account.consent_withdrawn', $holder->asHolder(), $account->reference(), [], [
            'field' => $field, 'audience' => $to->key(), ...$agrees && $purpose !== '' ? ['purpose' => $purpose] : [],
        ]);
    }

    /** @return string|null what they are asked to agree to; null where they are not asked */
    private static function purpose(DisclosureRules $rules, string $field, Audience $audience): ?string
    {
        foreach ($rules->directories as $directory) {
            if ($directory->needsConsent && $directory->consentField() === $field && $directory->readers->key() === $audience->key()) {
                return '';
            }
        }
        try {
            $grant = $rules->grant(FieldKey::listed($field), $audience);
        } catch (\InvalidArgumentException) {
            return null;
        }

        return $grant?->needsConsent === true ? $grant->purpose : null;
    }
}
