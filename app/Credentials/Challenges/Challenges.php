<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Challenges;

use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\DerivedKey;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Credentials\Challenges\ChallengePurpose;
use Kennel\Core\Credentials\Challenges\Code;
use Kennel\Core\Credentials\Challenges\CodeRules;
use Kennel\Core\Credentials\Challenges\DecideChallenge;
use Kennel\Core\Foundation\Documents\Duration;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Kennel\Core\Foundation\Text\EmailAddress;
use Psr\Clock\ClockInterface;

/** Issues challenges, looks them up by their token, and spends them. Called inside the act's transaction. */
final readonly class Challenges
{
    /** The purpose of the key that codes are kept under. */
    private const CODES = 'codes';

    public function __construct(private ClockInterface $clock, private Entropy $entropy, private DecideChallenge $decide)
    {
    }

    /**
     * A new token; earlier ones for the same purpose, and of the same claim where it is for one, stop working.
     *
     * @param  EmailAddress|null  $address  that it proves; null for the account's
     * @param  CodeRules|null  $codes  null for a link alone
     */
    public function issue(Account $account, ChallengePurpose $purpose, Duration $lifetime, ?string $claimId = null, ?EmailAddress $address = null, ?CodeRules $codes = null): Issued
    {
        $now = $this->clock->now();
        match (true) {
            $claimId !== null => $this->supersedeClaim($claimId, 'newer'),
            // Of two changes in a row the first can be undone as well as the second.
            $purpose === ChallengePurpose::UndoAddress => null,
            default => $this->supersede($account->id, 'newer', $purpose),
        };
        $token = Token::draw($this->entropy);
        $code = $codes === null ? null : Code::draw($this->entropy, $codes);
        $id = (string) Str::uuid7();
        Challenge::query()->create([
            'id' => $id,
            'account_id' => $account->id,
            'claim_id' => $claimId,
            'purpose' => $purpose,
            'address' => $address?->toString() ?? $account->email,
            'token_digest' => $token->digest(),
            'created_at' => Moment::write($now),
            'expires_at' => Moment::write($lifetime->after($now)),
            ...$codes === null || $code === null ? [] : [
                'code_digest' => $code->digest(DerivedKey::for(self::CODES), $id),
                'code_expires_at' => Moment::write($codes->lifetime->after($now)),
                'code_most_attempts' => $codes->attempts,
            ],
        ]);

        return new Issued($token, $code);
    }

    /** @return string|null when the next of those that still count runs out */
    public function nextExpiry(): ?string
    {
        $next = Challenge::query()->whereNull('used_at')->whereNull('superseded_at')->where('expires_at', '>', Moment::write($this->clock->now()))->min('expires_at');

        return is_string($next) ? $next : null;
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

    /**
     * The open one of a claim whose code this is. An attempt is counted before the code is compared, whatever comes of it: two at once are two.
     *
     * @return Challenge|null null when it is another code, or none that works
     */
    public function tryCode(?Account $account, ?string $claimId, ChallengePurpose $purpose, Code $typed): ?Challenge
    {
        $row = $account === null ? null : $this->withCode($account->id, $claimId, $purpose);
        $works = $row?->code()?->works($this->clock->now()) === true;
        // A stranger's cost the same: what is counted of nothing, and what is compared with nothing.
        $isCounted = Challenge::query()->whereKey($works ? $row->seq : 0)->whereColumn('code_attempts', '<', 'code_most_attempts')->increment('code_attempts') === 1;
        $isIt = $this->isCode($row, $typed) && $works && $isCounted;
        // The right one is none of the few: whoever has it may need several requests to choose a password.
        Challenge::query()->whereKey($isIt ? $row->seq : 0)->decrement('code_attempts');

        return $isIt ? $row : null;
    }

    /** Whether it still is, for who tried it a moment ago. Counts nothing. */
    public function stillHasCode(Challenge $tried, Code $typed): bool
    {
        $row = Challenge::query()->unspent()->whereKey($tried->seq)->first();

        return $row !== null && Moment::read((string) $row->code_expires_at) > $this->clock->now() && $this->isCode($row, $typed);
    }

    private function withCode(string $accountId, ?string $claimId, ChallengePurpose $purpose): ?Challenge
    {
        return Challenge::query()->unspent()->where('account_id', $accountId)->where('purpose', $purpose->value)->whereNotNull('code_digest')
            ->when($claimId !== null, static fn ($rows) => $rows->where('claim_id', $claimId))->orderByDesc('seq')->first();
    }

    /** Under today's key, and under former ones. */
    private function isCode(?Challenge $row, Code $typed): bool
    {
        $isIt = false;
        foreach (DerivedKey::all(self::CODES) as $key) {
            $isIt = hash_equals((string) ($row->code_digest ?? str_repeat('0', 64)), $typed->digest($key, $row->id ?? '')) || $isIt;
        }

        return $isIt && $row !== null;
    }

    /** @param  'link'|'code'  $by */
    public function spend(Challenge $challenge, string $by = 'link'): void
    {
        Challenge::query()->whereKey($challenge->seq)->update(['used_at' => Moment::write($this->clock->now()), 'ended_by' => $by]);
    }

    /** When the last one of its kind went out. */
    public function lastIssued(Account $account, ChallengePurpose $purpose, ?string $claimId): ?\DateTimeImmutable
    {
        return Moment::readOrNull(Challenge::query()->where('account_id', $account->id)->where('purpose', $purpose->value)
            ->when($claimId !== null, static fn ($rows) => $rows->where('claim_id', $claimId))->max('created_at'));
    }

    /** @return list<string> ids of accounts with a link that can still be pressed */
    public function accountsWith(ChallengePurpose $purpose): array
    {
        return array_values(Challenge::query()->unspent()->where('purpose', $purpose)->where('expires_at', '>', Moment::write($this->clock->now()))->distinct()->pluck('account_id')->all());
    }

    /** @param  string  $by  what takes its place, or made it pointless: a word of ChallengeList */
    public function supersedeClaim(string $claimId, string $by): void
    {
        Challenge::query()->unspent()->where('claim_id', $claimId)->update($this->superseded($by));
    }

    /** Ends what is open of everybody's. @return int how many */
    public function supersedeAll(string $by): int
    {
        return Challenge::query()->unspent()->update($this->superseded($by));
    }

    /**
     * Ends what is open of an account: for one purpose, or all but what undoes a change of address.
     *
     * @param  string  $by  what takes its place, or made it pointless: a word of ChallengeList
     */
    public function supersede(string $accountId, string $by, ?ChallengePurpose $purpose = null): void
    {
        $open = Challenge::query()->unspent()->where('account_id', $accountId);
        $purpose === null ? $open->where('purpose', '<>', ChallengePurpose::UndoAddress->value) : $open->where('purpose', $purpose->value);
        $open->update($this->superseded($by));
    }

    /** Of changes of address after one that is undone: their former addresses are nobody's who may undo anything. */
    public function supersedeUndoingAfter(Challenge $undone): void
    {
        Challenge::query()->unspent()->where('account_id', $undone->account_id)->where('purpose', ChallengePurpose::UndoAddress->value)->where('seq', '>', $undone->seq)->update($this->superseded('undone'));
    }

    /** @return array<string, string> */
    private function superseded(string $by): array
    {
        return ['superseded_at' => Moment::write($this->clock->now()), 'ended_by' => $by];
    }
}
