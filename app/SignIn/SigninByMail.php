<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Challenges\Challenge;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Credentials\Sessions\KnownDevices;
use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Credentials\Throttling\SigninHistory;
use Kennel\App\Credentials\Throttling\Whom;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Challenges\Code;
use Kennel\Core\Directory\Accounts\AddressRules;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Text\EmailAddress;

/** A mailed link is followed, or its code typed: the first factor. Looking at it changes nothing. */
final readonly class SigninByMail
{
    public function __construct(
        private ConnectionInterface $database,
        private Accounts $accounts,
        private AddressRules $addresses,
        private Challenges $challenges,
        private AdmitSignin $admit,
        private Brakes $brakes,
        private KnownDevices $devices,
        private SigninHistory $history,
        private Strangers $strangers,
    ) {
    }

    /**
     * @return array{address: string}
     *
     * @throws Refusal for a link that does not count any more
     */
    public function inspect(string $token): array
    {
        return ['address' => $this->challenges->find($token, ChallengePurpose::SignIn)->address];
    }

    /** @throws Refusal for a link that does not count any more */
    public function byLink(string $token, bool $kept, Browser $browser): Outcome
    {
        return $this->database->transaction(function () use ($token, $kept, $browser): Outcome {
            $challenge = $this->challenges->find($token, ChallengePurpose::SignIn);

            return $this->admit($challenge, 'link', $kept, $browser) ?? throw Refusal::invalid([new Reason('challenge.unknown', 'token')], 'challenge.refused');
        });
    }

    /** @throws Refusal for another code, alike where there is no account; while the brake is on */
    public function byCode(EmailAddress $address, Code $typed, bool $kept, Browser $browser): Outcome
    {
        $there = $this->accounts->byAddress($address);
        $whom = Whom::signingIn($this->addresses->lookupKey($address), $browser, $this->devices->known($there?->id, $browser), $there?->id);
        $attempt = $this->brakes->enter($whom);
        $outcome = $this->database->transaction(function () use ($there, $typed, $kept, $browser, $whom): ?Outcome {
            $challenge = $this->challenges->tryCode($there, null, ChallengePurpose::SignIn, $typed);
            $outcome = $challenge === null ? null : $this->admit($challenge, 'code', $kept, $browser);
            $this->history->note($whom, $outcome === null ? 'refused' : 'in');
            $outcome === null && $this->strangers->note('session.refused', $there?->reference());

            return $outcome;
        });
        if ($outcome === null) {
            throw Refusal::invalid([new Reason('code.wrong', 'code')], 'code.refused');
        }
        $attempt->succeeded();

        return $outcome;
    }

    /** @param  'link'|'code'  $by */
    private function admit(Challenge $challenge, string $by, bool $kept, Browser $browser): ?Outcome
    {
        $account = $this->accounts->find($challenge->account_id);
        // Sent to an address that is not theirs any more, it says nothing of them.
        if ($account === null || $account->email !== $challenge->address || $account->email_proven_at === null || ! $account->status->maySignIn()) {
            return null;
        }
        $this->challenges->spend($challenge, $by);

        return ($this->admit)($account, $browser, $kept, "mail_{$by}");
    }
}
