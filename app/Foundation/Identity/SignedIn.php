<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Identity;

use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\Foundation\Reasons\Reason;

/** A live session and the account behind it. */
final readonly class SignedIn
{
    /**
     * @param  list<Reason>  $reasons  why access is limited; empty when it is full
     * @param  list<string>  $duties  what is owed before it is full
     */
    public function __construct(
        public string $sessionId,
        public Surface $surface,
        public string $startedAt,
        public string $accountId,
        public string $name,
        public string $email,
        public ?string $appKey,
        public Access $access,
        public \DateTimeImmutable $provenAt,
        public Proof $proof = new Proof('password'),
        public array $reasons = [],
        public array $duties = [],
    ) {
    }

    public function asOperator(): Actor
    {
        return Actor::operator($this->accountId, $this->name);
    }

    public function asHolder(): Actor
    {
        return Actor::holder($this->accountId, $this->name);
    }
}
