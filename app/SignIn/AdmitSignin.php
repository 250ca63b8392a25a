<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Kennel\App\Credentials\Factors\FactorResets;
use Kennel\App\Credentials\Factors\Factors;
use Kennel\App\Credentials\Factors\Passkeys;
use Kennel\App\Credentials\Factors\Phone;
use Kennel\App\Credentials\Factors\TextCodes;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Credentials\Sessions\PendingSignins;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\Core\Foundation\Identity\Proof;

/** A first factor was proven: is a second one asked for? One answer for every way there is. Called inside the act's transaction. */
final readonly class AdmitSignin
{
    public function __construct(private BeginSession $begin, private KnownDevices $devices, private Accounts $accounts)
    {
    }

    public function __invoke(Account $account, Browser $browser, bool $kept, string $provenBy): Outcome
    {
        return $account->factor_since === null
            ? Outcome::session(($this->begin)($account, $browser, $kept, new Proof($provenBy)), $kept)
            : $this->withFactor($account, $browser, $kept, $provenBy);
    }

    /** What this needs is made here: most accounts have none. */
    private function withFactor(Account $account, Browser $browser, bool $kept, string $provenBy): Outcome
    {
        // A removal that is due has removed it.
        app(FactorResets::class)->carryOutDue($account);
        $account = $this->accounts->find($account->id) ?? $account;
        if ($account->factor_since === null || $this->devices->isTrusted($account->id, $browser)) {
            return Outcome::session(($this->begin)($account, $browser, $kept, new Proof($provenBy, $account->factor_since === null ? null : 'known_device')), $kept);
        }
        $phones = array_map(static fn (Phone $phone): array => ['id' => $phone->id, 'number' => $phone->masked()], app(TextCodes::class)->phonesOf($account->id));

        return Outcome::needsSecondFactor(
            app(PendingSignins::class)->begin($account, $browser, $kept, $provenBy),
            app(Factors::class)->of($account->id) !== [],
            app(Passkeys::class)->of($account->id) !== [],
            $phones,
        );
    }
}
