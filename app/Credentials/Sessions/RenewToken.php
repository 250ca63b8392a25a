<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/**
 * Gives a session another token once it was proven anew, or may do more than before: whoever had learnt the former one has nothing. Requests that were under
 * way with it are let through for a few seconds, or a second tab would find itself signed out.
 */
final readonly class RenewToken
{
    private const SECONDS = 10;

    public function __construct(private ClockInterface $clock, private Entropy $entropy, private LimitsOfAccount $limits)
    {
    }

    /**
     * Called inside the act's transaction.
     *
     * @return array{token: Token, until: \DateTimeImmutable|null} until when the browser keeps it; null for as long as it is open
     */
    public function __invoke(string $sessionId, Account $holder): array
    {
        $session = Session::query()->where('id', $sessionId)->firstOrFail();
        $token = Token::draw($this->entropy);
        $now = $this->clock->now();
        Session::query()->whereKey($session->seq)->update([
            'token_digest' => $token->digest(), 'former_digest' => $session->token_digest, 'former_until' => Moment::write($now->modify('+'.self::SECONDS.' seconds')),
        ]);

        return ['token' => $token, 'until' => $session->kept ? $this->limits->of($holder)->absoluteLimit(true)->after(Moment::read($session->started_at)) : null];
    }
}
