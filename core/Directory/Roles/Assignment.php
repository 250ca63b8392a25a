<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Roles;

/** That an account holds a role: from a moment, until another or for good, and wherever the role counts or for one app alone. */
final readonly class Assignment
{
    /**
     * @param  string|null  $app  the one app it counts for; null wherever the role does
     * @param  \DateTimeImmutable|null  $until  from that moment on it does not hold; null for good
     */
    public function __construct(
        public string $role,
        public \DateTimeImmutable $since,
        public ?\DateTimeImmutable $until = null,
        public ?string $app = null,
        public string $by = '',
        public string $why = '',
    ) {
    }

    /** What was written holds, though the clock was set back since: for who asks about this moment. */
    public function begunBy(\DateTimeImmutable $now): self
    {
        return $this->since <= $now ? $this : new self($this->role, $now, $this->until, $this->app, $this->by, $this->why);
    }

    public function holdsAt(\DateTimeImmutable $moment): bool
    {
        return $moment >= $this->since && ($this->until === null || $moment < $this->until);
    }
}
