<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Credentials\Throttling\Whom;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Credentials\Factors\Totp;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/** What holders do with their own second factors. */
final readonly class TendFactors
{
    /** Of one account; a phone, its successor, a tablet. */
    private const MOST = 5;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private Accounts $accounts,
        private Factors $factors,
        private RecoveryCodes $codes,
        private KnownDevices $devices,
        private Brakes $brakes,
        private SettleFactor $settle,
    ) {
    }

    /**
     * It counts once a first code of it is typed; until then nothing has changed.
     *
     * @return array{id: string, totp: Totp}
     *
     * @throws Refusal when there are as many as there may be
     */
    public function begin(SignedIn $holder, string $name): array
    {
        $name = FactorName::parse($name);
        $totp = Totp::draw($this->entropy);
        $sealed = $this->factors->seal($totp);

        return $this->database->transaction(function () use ($holder, $name, $totp, $sealed): array {
            $this->requireRoom($holder->accountId);
            Authenticator::query()->where('account_id', $holder->accountId)->whereNull('confirmed_at')->delete();
            Authenticator::query()->insert(['id' => $id = (string) Str::uuid7(), 'account_id' => $holder->accountId, 'name' => $name, 'sealed' => $sealed, 'created_at' => Moment::write($this->clock->now())]);

            return ['id' => $id, 'totp' => $totp];
        });
    }

    /**
     * @return array{sheet: list<string>|null, token: Token, until: \DateTimeImmutable|null} a sheet of recovery codes with the first factor, null with a further one; and the session's token from now on
     *
     * @throws Refusal for another code, while the brake is on, when it waited too long
     */
    public function confirm(SignedIn $holder, string $id, Secret $typed, string $source): array
    {
        $attempt = $this->brakes->enter(Whom::halfway($holder->accountId, $source));
        $confirmed = $this->database->transaction(function () use ($holder, $id, $typed): array {
            $authenticator = Authenticator::query()->awaited($this->clock->now())->where('account_id', $holder->accountId)->where('id', $id)->first() ?? throw Refusal::notFound();
            $this->requireRoom($holder->accountId);
            if (! $this->factors->spendStep($authenticator, $typed)) {
                throw Refusal::invalid([new Reason('factor.code_wrong', 'code')]);
            }
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            Authenticator::query()->whereKey($authenticator->seq)->update(['confirmed_at' => Moment::write($this->clock->now())]);

            return ($this->settle)($holder, $account, 'added');
        });
        $attempt->succeeded();

        return $confirmed;
    }

    /** @throws Refusal when there is none, and for the last one of somebody who needs one */
    public function remove(SignedIn $holder, string $id): void
    {
        $this->database->transaction(function () use ($holder, $id): void {
            $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();
            $authenticator = Authenticator::query()->confirmed()->where('account_id', $account->id)->where('id', $id)->first() ?? throw Refusal::notFound();
            $this->factors->removeOne($account, static fn () => Authenticator::query()->whereKey($authenticator->seq)->delete());
            $this->factors->note($account, $holder->asHolder(), 'removed');
        });
    }

    /**
     * @return list<string> a new sheet
     *
     * @throws Refusal without a factor they could stand in for
     */
    public function renewCodes(SignedIn $holder): array
    {
        return $this->database->transaction(function () use ($holder): array {
            $account = $this->withFactor($holder);
            $sheet = $this->codes->renew($account->id);
            $this->factors->note($account, $holder->asHolder(), 'codes_renewed');

            return $sheet;
        });
    }

    /** Every device is asked again from now on. */
    public function forgetDevices(SignedIn $holder): void
    {
        $this->database->transaction(function () use ($holder): void {
            $this->devices->trustNone($this->withFactor($holder)->id);
        });
    }

    private function withFactor(SignedIn $holder): Account
    {
        $account = $this->accounts->find($holder->accountId) ?? throw Refusal::notFound();

        return $account->factor_since === null ? throw Refusal::notFound() : $account;
    }

    private function requireRoom(string $accountId): void
    {
        if (count($this->factors->of($accountId)) >= self::MOST) {
            throw Refusal::conflict('factor.too_many');
        }
    }
}
