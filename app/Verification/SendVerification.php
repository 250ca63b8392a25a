<?php

declare(strict_types=1);

namespace Kennel\App\Verification;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Accounts\Account;
use Kennel\App\Apps\Apps;
use Kennel\App\Mail\Messages;
use Kennel\App\Platform\Moment;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Secrets\Token;
use Kennel\Core\Verification\ChallengePurpose;
use Kennel\Core\Verification\VerificationRules;
use Psr\Clock\ClockInterface;

/** Sends an account the link that proves its address; earlier links stop working. Called inside the act's transaction. */
final readonly class SendVerification
{
    public function __construct(
        private ConnectionInterface $database,
        private ClockInterface $clock,
        private Entropy $entropy,
        private VerificationRules $rules,
        private Messages $messages,
        private Apps $apps,
    ) {
    }

    /** Does nothing while the last link is too fresh: whoever asks again at once already has it. */
    public function __invoke(Account $account): bool
    {
        if (! $this->isDue($this->messages->lastSent($account->id, 'verify_address'))) {
            return false;
        }
        $now = $this->clock->now();
        $this->database->table('challenges')
            ->where('account_id', $account->id)->where('purpose', ChallengePurpose::VerifyAddress->value)
            ->whereNull('used_at')->whereNull('superseded_at')
            ->update(['superseded_at' => Moment::write($now)]);
        $token = Token::draw($this->entropy);
        $this->database->table('challenges')->insert([
            'id' => (string) Str::uuid7(),
            'account_id' => $account->id,
            'purpose' => ChallengePurpose::VerifyAddress->value,
            'address' => $account->email,
            'token_digest' => $token->digest(),
            'created_at' => Moment::write($now),
            'expires_at' => Moment::write($this->rules->lifetime->after($now)),
        ]);
        $app = $account->app_key === null ? null : $this->apps->find($account->app_key);
        $this->messages->queue('verify_address', $account->id, $account->name, $account->email, [
            'app' => $app?->name() ?? 'Kennel',
            // After the "#", so that it never reaches a log or a Referer header, and a scanner that opens the link proves nothing.
            'url' => url('/a/'.($app->key ?? 'gaugebook').'/verify').'#t='.$token->reveal(),
            'hours' => intdiv($this->rules->lifetime->seconds, 3600),
        ]);

        return true;
    }

    public function isDue(?\DateTimeImmutable $lastSent): bool
    {
        return $this->rules->mayResend($lastSent, $this->clock->now());
    }
}
