<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Illuminate\Support\Str;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/** Sign-ins that wait for their second factor: a few minutes, and a few attempts. Called inside the act's transaction. */
final readonly class PendingSignins
{
    private const MINUTES = 10;

    private const ATTEMPTS = 5;

    public function __construct(private ClockInterface $clock, private Entropy $entropy)
    {
    }

    /** @return array{token: Token, until: \DateTimeImmutable} */
    public function begin(Account $account, Browser $browser, bool $kept, string $provenBy): array
    {
        $token = Token::draw($this->entropy);
        $now = $this->clock->now();
        $until = $now->modify('+'.self::MINUTES.' minutes');
        PendingSignin::query()->insert([
            'id' => (string) Str::uuid7(), 'account_id' => $account->id, 'token_digest' => $token->digest(), 'surface' => $browser->surface->value, 'kept' => $kept,
            'proven_by' => $provenBy, 'password_digest' => self::digest($account), 'attempts' => 0, 'created_at' => Moment::write($now), 'expires_at' => Moment::write($until),
        ]);

        return ['token' => $token, 'until' => $until];
    }

    public function find(string $token, Browser $browser): ?PendingSignin
    {
        $read = Token::read($token);

        return $read === null ? null : PendingSignin::query()->where('token_digest', $read->digest())->where('surface', $browser->surface)
            ->where('expires_at', '>', Moment::write($this->clock->now()))->where('attempts', '<', self::ATTEMPTS)->first();
    }

    /** Counted before it is looked at, so that many at once gain nothing. @return bool whether it may be looked at */
    public function countAttempt(PendingSignin $pending): bool
    {
        return PendingSignin::query()->whereKey($pending->seq)->where('attempts', '<', self::ATTEMPTS)->increment('attempts') === 1;
    }

    /** @return bool false when another request was quicker, or the account's password is another since */
    public function end(PendingSignin $pending, Account $account): bool
    {
        return hash_equals($pending->password_digest, self::digest($account)) && PendingSignin::query()->whereKey($pending->seq)->delete() === 1;
    }

    private static function digest(Account $account): string
    {
        return hash('sha256', $account->password_hash);
    }
}
