<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Factors;

use Kennel\App\Credentials\Sessions\RenewToken;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Directory\Accounts\Accounts;
use Kennel\App\Directory\Accounts\MarkComplete;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Moment;
use Kennel\Core\Foundation\Secrets\Token;
use Psr\Clock\ClockInterface;

/** What comes of every factor that was added: with the first of them a sheet of recovery codes; the holder is told, and the session goes on under another token. */
final readonly class SettleFactor
{
    public function __construct(
        private ClockInterface $clock,
        private Accounts $accounts,
        private Factors $factors,
        private RecoveryCodes $codes,
        private MarkComplete $markComplete,
        private RenewToken $renewToken,
    ) {
    }

    /**
     * Called inside the act's transaction, once the factor is there.
     *
     * @param  'added'|'passkey_added'|'phone_added'  $what
     * @return array{sheet: list<string>|null, token: Token, until: \DateTimeImmutable|null} a sheet of recovery codes with the first factor, null with a further one; and the session's token from now on
     */
    public function __invoke(SignedIn $holder, Account $account, string $what): array
    {
        $isFirst = $account->factor_since === null;
        $sheet = $isFirst ? $this->codes->renew($account->id) : null;
        $isFirst && $this->accounts->change($account, ['factor_since' => Moment::write($this->clock->now())]);
        $this->factors->note($account, $holder->asHolder(), $what);
        ($this->markComplete)($account);

        return ['sheet' => $sheet, ...($this->renewToken)($holder->sessionId, $account)];
    }
}
