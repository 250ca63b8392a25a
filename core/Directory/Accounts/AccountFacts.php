<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

/** What standing depends on, and nothing more. */
final readonly class AccountFacts
{
    /**
     * @param  array<string, mixed>  $fields  stored values, by key
     * @param  list<string>  $waived  as Owed::$subject has them
     * @param  list<array{0: string, 1: \DateTimeImmutable}>  $held  roles that hold now, and since when
     */
    public function __construct(
        public Status $status,
        public bool $emailProven,
        public string $email = '',
        public ?string $appKey = null,
        public string $termsAccepted = '',
        public array $fields = [],
        public array $waived = [],
        public PasswordOwed $passwordOwed = PasswordOwed::Nothing,
        /** As a census names the stored hash; read only where rules about hashing are compared. */
        public string $hashKind = '',
        public bool $hasFactor = false,
        /** When the account came to be. */
        public ?\DateTimeImmutable $since = null,
        public array $held = [],
    ) {
    }

    /** @param  list<string>  $waived  as Owed::$subject has them */
    public function letOff(array $waived): self
    {
        return new self(
            $this->status, $this->emailProven, $this->email, $this->appKey, $this->termsAccepted, $this->fields, $waived, $this->passwordOwed, $this->hashKind, $this->hasFactor, $this->since, $this->held,
        );
    }
}
