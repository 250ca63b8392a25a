<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Factors\Factors;
use Kennel\App\Credentials\Factors\Passkeys;
use Kennel\App\Credentials\Factors\Phone;
use Kennel\App\Credentials\Factors\TextCodes;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Credentials\Sessions\PendingSignin;
use Kennel\App\Credentials\Sessions\PendingSignins;
use Kennel\App\Credentials\Throttling\Attempt;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Credentials\Throttling\Whom;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Directory\Accounts\FactorRules;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Secret;
use Psr\Clock\ClockInterface;

/** Shows the second factor: a code of an authenticator app or of a text message, a recovery code, or a passkey. */
final readonly class FinishSignin
{
    /** Whoever shows wrong codes knows the password: the holder hears of it sooner than of wrong passwords. */
    private const TOLD_AFTER = 5;

    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private PendingSignins $pending,
        private Accounts $accounts,
        private Factors $factors,
        private Passkeys $passkeys,
        private TextCodes $texts,
        private FactorRules $rules,
        private KnownDevices $devices,
        private BeginSession $begin,
        private Brakes $brakes,
        private Strangers $strangers,
    ) {
    }

    /**
     * @param  Secret|array<array-key, mixed>  $shown  a code, or what the browser answered for a passkey
     * @param  bool  $trustsDevice  it need not be asked again for a while
     *
     * @throws Refusal for another code, while the brake is on, when there is nothing to finish any more
     */
    public function __invoke(string $token, Secret|array $shown, bool $trustsDevice, Browser $browser): Outcome
    {
        $pending = $this->pending->find($token, $browser) ?? throw self::over();
        $attempt = $this->brakes->enter(Whom::halfway($pending->account_id, $browser, $this->devices->known($pending->account_id, $browser)));
        $outcome = $this->database->transaction(fn (): ?Outcome => $this->finish($pending, $shown, $trustsDevice, $browser, $attempt));
        if ($outcome === null) {
            throw Refusal::invalid([new Reason('factor.code_wrong', 'code')], 'signin.code_refused');
        }
        $attempt->succeeded();

        return $outcome;
    }

    /**
     * @param  Secret|array<array-key, mixed>  $shown
     * @return Outcome|null null for what does not count; that it was tried is written down all the same
     */
    private function finish(PendingSignin $pending, Secret|array $shown, bool $trustsDevice, Browser $browser, Attempt $attempt): ?Outcome
    {
        if (! $this->pending->countAttempt($pending)) {
            throw self::over();
        }
        $account = $this->accounts->find($pending->account_id);
        if ($account === null || ! $account->status->maySignIn()) {
            throw self::over();
        }
        $second = is_array($shown) ? $this->factors->spendPasskey($account->id, $shown) : $this->factors->spend($account->id, $shown);
        if ($second === null) {
            $this->strangers->note('session.refused', $account->reference());
            $attempt->inARow === self::TOLD_AFTER && $this->factors->note($account, Actor::stranger(), 'codes_tried');

            return null;
        }
        if (! $this->pending->end($pending, $account)) {
            throw self::over();
        }
        $session = ($this->begin)($account, $browser, $pending->kept, new Proof($pending->proven_by, $second));
        if ($trustsDevice && $this->rules->knownFor->seconds > 0) {
            $this->devices->trust($account->id, $browser, $this->rules->knownFor->after($this->clock->now()));
        }
        if ($second === 'recovery_code') {
            $this->factors->note($account, Actor::holder($account->id, $account->name), 'code_used');
        }

        return Outcome::session($session, $pending->kept);
    }

    /**
     * @return array<string, mixed> what the browser asks its authenticators
     *
     * @throws Refusal when there is nothing to finish any more
     */
    public function options(string $token, Browser $browser): array
    {
        $pending = $this->pending->find($token, $browser) ?? throw self::over();

        return $this->database->transaction(fn (): array => $this->passkeys->request('second_factor', $pending->account_id));
    }

    /**
     * Sends a code to one of the telephones there are.
     *
     * @throws Refusal when there is nothing to finish any more, for a telephone of somebody else, and too soon after the last code
     */
    public function text(string $token, string $phoneId, Browser $browser): void
    {
        $pending = $this->pending->find($token, $browser) ?? throw self::over();
        $this->database->transaction(function () use ($pending, $phoneId): void {
            $account = $this->accounts->find($pending->account_id) ?? throw self::over();
            $phone = array_values(array_filter($this->texts->phonesOf($account->id), static fn (Phone $one): bool => $one->id === $phoneId))[0] ?? throw Refusal::notFound();
            $this->texts->send($phone, $account);
        });
    }

    /** For a token nobody knows, one that ran out, and one that was tried too often: the first factor is asked for again. */
    private static function over(): Refusal
    {
        return Refusal::invalid([new Reason('signin.step_over', 'token')], 'signin.step_over');
    }
}
