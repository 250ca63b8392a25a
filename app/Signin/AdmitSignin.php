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
    public function __construct(private BeginSession $begin, private PendingSignins $pending, private KnownDevices $devices, private FactorResets $resets, private Accounts $accounts, private Factors $factors, private Passkeys $passkeys, private TextCodes $texts)
    {
    }

    public function __invoke(Account $account, Browser $browser, bool $kept, string $provenBy): Outcome
    {
        $this->resets->carryOutDue($account);
        $account = $this->accounts->find($account->id) ?? $account;
        $isTrusted = $account->factor_since !== null && $this->devices->isTrusted($account->id, $browser);

        return $account->factor_since === null || $isTrusted
            ? Outcome::session(($this->begin)($account, $browser, $kept, new Proof($provenBy, $isTrusted ? 'known_device' : null)), $kept)
            : Outcome::needsSecondFactor($this->pending->begin($account, $browser, $kept, $provenBy), $this->factors->of($account->id) !== [], $this->passkeys->of($account->id) !== [], array_map(static fn (Phone $phone): array => ['id' => $phone->id, 'number' => $phone->masked()], $this->texts->phonesOf($account->id)));
    }
}
