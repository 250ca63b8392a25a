<?php

declare(strict_types=1);

namespace Kennel\App\Challenges;

use Illuminate\Database\ConnectionInterface;
use Illuminate\Support\Str;
use Kennel\App\Accounts\Account;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\App\Verification\Claim;
use Kennel\Core\Challenges\ChallengePurpose;
use Kennel\Core\Challenges\DecideChallenge;
use Kennel\Core\Documents\Duration;
use Kennel\Core\Reasons\Reason;
use Kennel\Core\Secrets\Entropy;
use Kennel\Core\Secrets\Token;
use Psr\Clock\ClockInterface;

/** Issues challenges, looks them up by their token, and spends them. Called inside the act's transaction. */
final readonly class Challenges
{
    public function __construct(private ConnectionInterface $database, private ClockInterface $clock, private Entropy $entropy, private DecideChallenge $decide)
    {
    }

    /** A new token; earlier ones for the same purpose, and of the same claim where it is for one, stop working. */
    public function issue(Account $account, ChallengePurpose $purpose, Duration $lifetime, ?Claim $claim = null): Token
    {
        $now = $this->clock->now();
        $claim === null ? $this->supersede($account->id, $purpose) : $this->supersedeClaim($claim->id);
        $token = Token::draw($this->entropy);
        $this->database->table('challenges')->insert([
            'id' => (string) Str::uuid7(),
            'account_id' => $account->id,
            'claim_id' => $claim?->id,
            'purpose' => $purpose->value,
            'address' => $account->email,
            'token_digest' => $token->digest(),
            'created_at' => Moment::write($now),
            'expires_at' => Moment::write($lifetime->after($now)),
        ]);

        return $token;
    }

    /** @throws Refusal with challenge.unknown, .used, .superseded or .expired */
    public function find(string $text, ChallengePurpose $purpose): \stdClass
    {
        $token = Token::read($text);
        $row = $token === null ? null : $this->database->table('challenges')->where('token_digest', $token->digest())->first();
        $reason = ($this->decide)($row === null ? null : ChallengeList::facts($row), $purpose, $this->clock->now());
        if ($reason !== null || $row === null) {
            throw Refusal::invalid([$reason ?? new Reason('challenge.unknown', 'token')], 'challenge.refused');
        }

        return $row;
    }

    public function spend(\stdClass $challenge): void
    {
        $this->database->table('challenges')->where('id', $challenge->id)->update(['used_at' => Moment::write($this->clock->now())]);
    }

    /** When the last one of its kind went out. */
    public function lastIssued(Account $account, ChallengePurpose $purpose, ?Claim $claim): ?\DateTimeImmutable
    {
        return Moment::readOrNull($this->database->table('challenges')->where('account_id', $account->id)->where('purpose', $purpose->value)
            ->when($claim !== null, static fn ($rows) => $rows->where('claim_id', $claim?->id))->max('created_at'));
    }

    public function supersedeClaim(string $claimId): void
    {
        $this->database->table('challenges')->where('claim_id', $claimId)->whereNull('used_at')->whereNull('superseded_at')->update(['superseded_at' => Moment::write($this->clock->now())]);
    }

    /** Ends what is open of an account: for one purpose, or all there are. */
    public function supersede(string $accountId, ?ChallengePurpose $purpose = null): void
    {
        $open = $this->database->table('challenges')->where('account_id', $accountId)->whereNull('used_at')->whereNull('superseded_at');
        if ($purpose !== null) {
            $open->where('purpose', $purpose->value);
        }
        $open->update(['superseded_at' => Moment::write($this->clock->now())]);
    }
}
