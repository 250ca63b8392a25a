<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Contracts\Encryption\Encrypter;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\AuditTrail;
use Kennel\Core\Credentials\Factors\RecoveryCode;
use Kennel\Core\Credentials\Factors\Totp;
use Kennel\Core\Credentials\Passkeys\PasskeyRefused;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** The second factors of an account: which there are, whether what was typed is of one of them, and their end. */
final readonly class Factors
{
    public function __construct(
        private ClockInterface $clock,
        private Encrypter $encrypter,
        private RecoveryCodes $codes,
        private KnownDevices $devices,
        private Accounts $accounts,
        private AuditTrail $audit,
        private Standings $standings,
        private Passkeys $passkeys,
        private TextCodes $texts,
    ) {
    }

    /** @return list<Authenticator> those that count, the oldest first */
    public function of(string $accountId): array
    {
        return array_values(Authenticator::query()->confirmed()->where('account_id', $accountId)->orderBy('seq')->get()->all());
    }

    public function totp(Authenticator $authenticator): Totp
    {
        return new Totp(new Secret((string) base64_decode((string) $this->encrypter->decrypt($authenticator->sealed), true)));
    }

    public function seal(Totp $totp): string
    {
        return $this->encrypter->encrypt(base64_encode($totp->secret()->reveal()));
    }

    /**
     * Uses up what was typed. In one statement each, so that a code that comes twice at once counts once; called inside the act's transaction.
     *
     * @return 'authenticator'|'text_code'|'recovery_code'|null what it was a code of; null for nothing that counts
     */
    public function spend(string $accountId, Secret $typed): ?string
    {
        foreach ($this->of($accountId) as $authenticator) {
            if ($this->spendStep($authenticator, $typed)) {
                return 'authenticator';
            }
        }
        foreach ($this->texts->phonesOf($accountId) as $phone) {
            if ($this->texts->spend($phone, $typed)) {
                return 'text_code';
            }
        }
        $code = RecoveryCode::read($typed->reveal());

        return $code->isWhole() && $this->codes->spend($accountId, $code) ? 'recovery_code' : null;
    }

    /**
     * @param  array<array-key, mixed>  $response  of the browser, to what it was asked for this account
     * @param  'second_factor'|'proof'  $purpose  it was asked for
     * @return 'passkey'|null null for what is none of the account's
     */
    public function spendPasskey(string $accountId, array $response, string $purpose = 'second_factor'): ?string
    {
        try {
            $challenge = $this->passkeys->answered($response, $purpose, $accountId);
            $passkey = $this->passkeys->named($response);
            if ($passkey === null || $passkey->account_id !== $accountId) {
                return null;
            }
            $this->passkeys->use($passkey, $response, $challenge, isOnlyFactor: false);

            return 'passkey';
        } catch (PasskeyRefused) {
            return null;
        }
    }

    public function spendStep(Authenticator $authenticator, Secret $typed): bool
    {
        $step = $this->totp($authenticator)->stepOf($typed->reveal(), $this->clock->now(), $authenticator->last_step);

        return $step !== null && Authenticator::query()->whereKey($authenticator->seq)
            ->where(static fn ($unused) => $unused->whereNull('last_step')->orWhere('last_step', '<', $step))
            ->update(['last_step' => $step, 'used_at' => Moment::write($this->clock->now())]) === 1;
    }

    public function count(string $accountId): int
    {
        return Authenticator::query()->confirmed()->where('account_id', $accountId)->count() + Passkey::query()->where('account_id', $accountId)->count() + Phone::query()->confirmed()->where('account_id', $accountId)->count();
    }

    /**
     * One of them; with the last one goes what hangs on them. Called inside the act's transaction, which writes the trail.
     *
     * @param  \Closure(): mixed  $remove
     *
     * @throws Refusal for the last one of somebody who needs one
     */
    public function removeOne(Account $account, \Closure $remove): void
    {
        if ($this->count($account->id) > 1) {
            $remove();

            return;
        }
        if ($this->standings->factorDueOf($account) !== null) {
            throw Refusal::conflict('factor.needed');
        }
        $this->removeAll($account);
    }

    /** All of them, with what hangs on them. Called inside the act's transaction, which writes the trail. */
    public function removeAll(Account $account): void
    {
        Authenticator::query()->where('account_id', $account->id)->delete();
        Passkey::query()->where('account_id', $account->id)->delete();
        Phone::query()->where('account_id', $account->id)->delete();
        $this->codes->forget($account->id);
        $this->devices->trustNone($account->id);
        $this->accounts->change($account, ['factor_since' => null]);
    }

    /**
     * Tells the holder what became of their factors, and writes it down.
     *
     * @param  'added'|'removed'|'passkey_added'|'passkey_removed'|'phone_added'|'phone_removed'|'codes_renewed'|'code_used'|'codes_tried'|'reset'  $what
     */
    public function note(Account $account, Actor $by, string $what, string $reason = ''): void
    {
        $this->audit->record("factor.{$what}", $by, $account->reference(), [], ['factors' => $this->count($account->id)], $reason);
        // Made where it is needed: what words a message is much, and most second steps send none.
        app(Messages::class)->queueToHolder(MessageKind::FactorChanged, $account, 'factors', ['what' => $what]);
    }
}
