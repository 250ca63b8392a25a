<?php

declare(strict_types=1);

namespace Kennel\App\SignIn;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Credentials\Challenges\Challenges;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\Anybody;
use Kennel\App\Directory\Apps\App;
use Kennel\App\Foundation\Decoy;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Throttling\Throttle;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Trail\Audit\Strangers;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Directory\Accounts\Status;
use Kennel\Core\Directory\Apps\SigninWay;
use Kennel\Core\Foundation\Text\EmailAddress;
use Kennel\Core\Messaging\Wording\MessageKind;
use Kennel\Core\SignIn\SigninRules;
use Psr\Clock\ClockInterface;

/**
 * Sends a link and a code that sign in, to who has verified the address. Answers the same for everybody, and in the same time: where there is no such account
 * the message is made all the same and undone.
 */
final readonly class AskForSigninMail
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Accounts $accounts,
        private Anybody $anybody,
        private Challenges $challenges,
        private Messages $messages,
        private SigninRules $rules,
        private CodeRules $codes,
        private Decoy $decoy,
        private Strangers $strangers,
        private Throttle $throttle,
    ) {
    }

    /** @throws Refusal where the app does not offer it, and when it is asked for too often */
    public function __invoke(EmailAddress $address, App $app): void
    {
        if (! $app->rules->offers(SigninWay::Mail)) {
            throw Refusal::notAllowed('signin.way_not_offered');
        }
        $this->throttle->hit('resends_of_address', $address->lookupKey());
        $this->database->transaction(function () use ($address, $app): void {
            $account = $this->accounts->byAddress($address);
            $mayHave = $account !== null && $account->status === Status::Active && $account->email_proven_at !== null && $this->isDue($account);
            $this->strangers->note('signin.mail_asked', $account?->reference());
            if ($account !== null && $mayHave) {
                $this->send($account, $app);
            } elseif (($somebody = $account ?? ($this->anybody)()) !== null) {
                $this->decoy->spendTheTimeOf(fn () => $this->send($somebody, $app));
            }
        });
    }

    private function isDue(Account $account): bool
    {
        $last = $this->messages->lastSent($account->id, MessageKind::SigninByMail);

        return $last === null || $this->rules->mailCoolDown->after($last) <= $this->clock->now();
    }

    private function send(Account $account, App $app): void
    {
        $codes = new CodeRules($this->codes->way, $this->codes->length, $this->codes->hasLetters, $this->rules->mailLifetime, $this->codes->attempts);
        $issued = $this->challenges->issue($account, ChallengePurpose::SignIn, $this->rules->mailLifetime, codes: $codes);
        $values = ['code' => $issued->code?->inGroups() ?? '', 'minutes' => intdiv($this->rules->mailLifetime->seconds, 60)];
        // After the "#", so that a scanner that opens the link signs nobody in.
        $this->messages->queueToHolder(MessageKind::SigninByMail, $account, 'mailed', $values, "#t={$issued->token->reveal()}", appKey: $app->key);
    }
}
