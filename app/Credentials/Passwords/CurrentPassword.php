<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Credentials\Throttling\Brakes;
use Kennel\App\Credentials\Throttling\Whom;
use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\RequestContext;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Reasons\Reason;
use Kennel\Core\Foundation\Reasons\Refused;
use Kennel\Core\Foundation\Secrets\Secret;

/**
 * Has whoever sits before an open session show that they know the password. Takes its time: not within a transaction; whoever asks compares
 * the stored hash again inside it.
 */
final readonly class CurrentPassword
{
    public function __construct(private Brakes $brakes, private PasswordHasher $hasher, private RequestContext $context)
    {
    }

    /** @throws Refusal for another password, while the brake is on: they could guess as well as whoever signs in */
    public function require(Account $account, Secret $typed): void
    {
        $attempt = $this->brakes->enter(Whom::inside($account->id, (string) $this->context->source));
        if (! $this->matches($typed, $account->password_hash)) {
            throw Refusal::invalid([new Reason('password.current_wrong', 'current')]);
        }
        $attempt->succeeded();
    }

    /** Takes its time. What could not be anybody's password matches nothing. */
    public function matches(Secret $typed, string $stored): bool
    {
        try {
            return $this->hasher->verify(PreparedPassword::from($typed), $stored);
        } catch (Refused) {
            return false;
        }
    }
}
