<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Passwords;

use Kennel\App\Directory\Accounts\Account;
use Kennel\App\Foundation\Moment;
use Kennel\App\Messaging\Mail\Messages;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Credentials\Passwords\TemporaryPassword;
use Kennel\Core\Directory\Accounts\PasswordOwed;
use Kennel\Core\Foundation\Secrets\Entropy;
use Kennel\Core\Foundation\Secrets\Secret;
use Kennel\Core\Messaging\Wording\MessageKind;
use Psr\Clock\ClockInterface;

/** Passwords that an operator gives an account: a temporary one that is read out or mailed, or one that nobody knows. */
final readonly class HandOverPassword
{
    /** How long a temporary one can be used for signing in. */
    private const HOURS = 24;

    public function __construct(private ClockInterface $clock, private Entropy $entropy, private PasswordHasher $hasher, private Messages $messages)
    {
    }

    public function temporary(): Secret
    {
        return TemporaryPassword::draw($this->entropy);
    }

    /** Until one is set by a link. */
    public function unknown(): Secret
    {
        return new Secret(base64_encode($this->entropy->bytes(32)));
    }

    /** Takes its time: not within a transaction. */
    public function hash(Secret $password): string
    {
        return $this->hasher->hash(PreparedPassword::from($password));
    }

    /** @return array{password_owed: PasswordOwed, password_until: string} columns of an account that has a temporary one */
    public function owed(): array
    {
        return ['password_owed' => PasswordOwed::Temporary, 'password_until' => Moment::write($this->clock->now()->modify('+'.self::HOURS.' hours'))];
    }

    /** Sealed in the outbox, as messages with links are. */
    public function mail(Account $account, Secret $temporary): void
    {
        $this->messages->queueToHolder(MessageKind::TemporaryPassword, $account, 'sign-in', ['password' => $temporary->reveal(), 'hours' => self::HOURS]);
    }
}
