<?php

declare(strict_types=1);

namespace Kennel\App\Platform\Identity;

use Kennel\Core\Accounts\Standing;
use Kennel\Core\Sessions\Proof;

/** A live session and the account behind it. */
final readonly class SignedIn
{
    public function __construct(
        public string $sessionId,
        public Surface $surface,
        public string $startedAt,
        public string $accountId,
        public string $name,
        public string $email,
        public ?string $appKey,
        public Standing $standing,
        public \DateTimeImmutable $provenAt,
        public Proof $proof = new Proof('password'),
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
