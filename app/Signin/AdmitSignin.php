<?php

declare(strict_types=1);

namespace Kennel\App\Signin;

use Kennel\App\Accounts\Account;
use Kennel\App\Accounts\Accounts;
use Kennel\App\Factors\FactorResets;
use Kennel\App\Factors\Factors;
use Kennel\App\Factors\Passkeys;
use Kennel\App\Factors\Phone;
use Kennel\App\Factors\TextCodes;
use Kennel\App\Platform\Identity\Browser;
use Kennel\App\Sessions\KnownDevices;
use Kennel\App\Sessions\PendingSignins;
use Kennel\Core\Sessions\Proof;

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
