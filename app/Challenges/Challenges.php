<?php

declare(strict_types=1);

namespace Kennel\App\Challenges;

use Kennel\App\Accounts\Account;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Refusals\Refusal;
use Kennel\Core\Accounts\EmailAddress;
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
    public function __construct(private ClockInterface $clock, private Entropy $entropy, private DecideChallenge $decide)
    {
    }

    /**
     * A new token; earlier ones for the same purpose, and of the same claim where it is for one, stop working.
     *
     * @param  EmailAddress|null  $address  that it proves; null for the account's
     */
    public function issue(Account $account, ChallengePurpose $purpose, Duration $lifetime, ?string $claimId = null, ?EmailAddress $address = null): Token
    {
        $now = $this->clock->now();
        $claimId === null ? $this->supersede($account->id, $purpose) : $this->supersedeClaim($claimId);
        $token = Token::draw($this->entropy);
        Challenge::query()->create([
            'account_id' => $account->id,
            'claim_id' => $claimId,
            'purpose' => $purpose,
            'address' => $address?->toString() ?? $account->email,
            'token_digest' => $token->digest(),
            'created_at' => Moment::write($now),
            'expires_at' => Moment::write($lifetime->after($now)),
        ]);

        return $token;
    }

    /** @throws Refusal with challenge.unknown, .used, .superseded or .expired */
    public function find(string $text, ChallengePurpose $purpose): Challenge
    {
        $token = Token::read($text);
        $row = $token === null ? null : Challenge::query()->where('token_digest', $token->digest())->first();
        $reason = ($this->decide)($row === null ? null : $row->facts(), $purpose, $this->clock->now());
        if ($reason !== null || $row === null) {
            throw Refusal::invalid([$reason ?? new Reason('challenge.unknown', 'token')], 'challenge.refused');
        }

        return $row;
    }

    public function spend(Challenge $challenge): void
    {
        Challenge::query()->whereKey($challenge->seq)->update(['used_at' => Moment::write($this->clock->now())]);
    }

    /** When the last one of its kind went out. */
    public function lastIssued(Account $account, ChallengePurpose $purpose, ?string $claimId): ?\DateTimeImmutable
    {
        return Moment::readOrNull(Challenge::query()->where('account_id', $account->id)->where('purpose', $purpose->value)
            ->when($claimId !== null, static fn ($rows) => $rows->where('claim_id', $claimId))->max('created_at'));
    }

    public function supersedeClaim(string $claimId): void
    {
        Challenge::query()->unspent()->where('claim_id', $claimId)->update(['superseded_at' => Moment::write($this->clock->now())]);
    }

    /** Ends what is open of everybody's. @return int how many */
    public function supersedeAll(): int
    {
        return Challenge::query()->unspent()->update(['superseded_at' => Moment::write($this->clock->now())]);
    }

    /** Ends what is open of an account: for one purpose, or all there are. */
    public function supersede(string $accountId, ?ChallengePurpose $purpose = null): void
    {
        $open = Challenge::query()->unspent()->where('account_id', $accountId);
        if ($purpose !== null) {
            $open->where('purpose', $purpose->value);
        }
        $open->update(['superseded_at' => Moment::write($this->clock->now())]);
    }
}
