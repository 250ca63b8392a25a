<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Http;

use Kennel\App\Credentials\Factors\Authenticator;
use Kennel\App\Credentials\Factors\FactorResets;
use Kennel\App\Credentials\Factors\Factors;
use Kennel\App\Credentials\Factors\Passkey;
use Kennel\App\Credentials\Factors\Passkeys;
use Kennel\App\Credentials\Factors\Phone;
use Kennel\App\Credentials\Factors\RecoveryCodes;
use Kennel\App\Credentials\Factors\TextCodes;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Standings;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Directory\Accounts\FactorRules;

/** The second factors of an account as its holder and operators are told of them: all but what they are made of. */
final readonly class FactorResource
{
    public function __construct(private Factors $factors, private RecoveryCodes $codes, private KnownDevices $devices, private Standings $standings, private FactorResets $resets, private Passkeys $passkeys, private TextCodes $texts, private FactorRules $rules)
    {
    }

    /** @return array<string, mixed> */
    public function of(Account $account): array
    {
        $due = $this->standings->factorDueOf($account);
        $reset = $this->resets->openOf($account->id);

        return [
            'authenticators' => array_map(static fn (Authenticator $one): array => [
                'id' => $one->id, 'name' => $one->name, 'added_at' => $one->confirmed_at, 'used_at' => $one->used_at,
            ], $this->factors->of($account->id)),
            'passkeys' => array_map(static fn (Passkey $one): array => [
                'id' => $one->id, 'name' => $one->name, 'added_at' => $one->created_at, 'used_at' => $one->used_at, 'is_copied' => $one->is_backed_up,
            ], $this->passkeys->of($account->id)),
            'phones' => array_map(static fn (Phone $one): array => [
                'id' => $one->id, 'number' => $one->masked(), 'added_at' => $one->confirmed_at, 'used_at' => $one->used_at,
            ], $this->texts->phonesOf($account->id)),
            'offers_texts' => $this->rules->texts,
            'recovery_codes' => $this->codes->count($account->id),
            'trusted_devices' => $this->devices->countTrusted($account->id),
            'demanded_from' => $due === null ? null : Moment::write($due),
            'reset' => $reset === null ? null : ['asked_at' => $reset->asked_at, 'due_at' => $reset->due_at, 'by' => $reset->asked_by_name],
        ];
    }
}
