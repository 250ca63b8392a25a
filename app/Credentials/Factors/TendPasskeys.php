<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Credentials\Passkeys\Base64Url;
use Kennel\Core\Credentials\Passkeys\PasskeyRefused;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/** Holders add passkeys of their own, and remove them. */
final readonly class TendPasskeys
{
    private const MOST = 20;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Accounts $accounts,
        private Factors $factors,
        private Passkeys $passkeys,
        private SettleFactor $settle,
    ) {
    }

    /**
     * @return array<string, mixed>
     *
     * @throws Refusal when there are as many as there may be
     */
    public function begin(SignedIn $holder): array
    {
        return $this->database->transaction(function () use ($holder): array {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            if (count($this->passkeys->of($account->id)) >= self::MOST) {
                throw Refusal::conflict('factor.too_many');
            }

            return $this->passkeys->creation($account);
        });
    }

    /**
     * @param  array<array-key, mixed>  $response  of the browser
     * @return array{sheet: list<string>|null, token: Token, until: \DateTimeImmutable|null} a sheet of recovery codes with the first factor, null with a further one; and the session's token from now on
     *
     * @throws Refusal for what is no answer to what was asked
     */
    public function finish(SignedIn $holder, string $name, array $response): array
    {
        $name = FactorName::parse($name);
        try {
            return $this->database->transaction(function () use ($holder, $name, $response): array {
                $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
                $made = Passkeys::verify()->registration($response, $this->passkeys->answered($response, 'register', $account->id));
                Passkey::query()->insert([
                    'id' => (string) Str::uuid7(), 'account_id' => $account->id, 'name' => $name, 'credential_id' => Base64Url::write($made->id), 'public_key' => base64_encode($made->key),
                    'algorithm' => $made->algorithm, 'sign_count' => $made->signCount, 'is_backup_eligible' => $made->isBackupEligible, 'is_backed_up' => $made->isBackedUp, 'created_at' => Moment::write($this->clock->now()),
                ]);

                return ($this->settle)($holder, $account, 'passkey_added');
            });
        } catch (PasskeyRefused|UniqueConstraintViolationException) {
            throw Refusal::invalid([new Reason('factor.passkey_refused', 'response')]);
        }
    }

    /** @throws Refusal when there is none, and for the last factor of somebody who needs one */
    public function remove(SignedIn $holder, string $id): void
    {
        $this->database->transaction(function () use ($holder, $id): void {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            $passkey = Passkey::query()->where('account_id', $account->id)->where('id', $id)->first() ?? throw Refusal::notFound();
            $this->factors->removeOne($account, static fn () => Passkey::query()->whereKey($passkey->seq)->delete());
            $this->factors->note($account, $holder->asHolder(), 'passkey_removed');
        });
    }
}
