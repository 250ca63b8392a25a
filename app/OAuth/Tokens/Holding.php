<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\Core\Directory\Accounts\Standing;
use Kennel\Core\Foundation\Identity\Access;
use Kennel\Core\Foundation\Identity\Proof;
use Kennel\Core\OAuth\Clients\Scope;
use Kennel\Core\OAuth\Tokens\Assurance;
use Kennel\Core\OAuth\Tokens\CodeState;
use Kennel\Core\OAuth\Tokens\FamilyState;

/** An authorization as it stands at this moment, with whom and what it depends on. */
final readonly class Holding
{
    /**
     * @param  list<string>  $resources
     * @param  list<string>  $roles  of its app, those included as well
     * @param  list<string>  $permissions  of its app
     */
    public function __construct(
        public int $seq,
        public string $id,
        public string $appKey,
        public string $accountId,
        public string $accountName,
        public string $sessionId,
        public Scope $scope,
        public array $resources,
        public bool $isOffline,
        public \DateTimeImmutable $provenAt,
        public Proof $proof,
        public \DateTimeImmutable $lapsesAt,
        public \DateTimeImmutable $createdAt,
        public ?string $endedBy,
        public bool $sessionIsLive,
        public Standing $standing,
        public array $roles,
        public array $permissions,
        /** Of the key that its code, or its refresh tokens, need (RFC 9449). */
        public ?string $keyThumbprint = null,
        /** Where it was found by its code. */
        public ?CodeState $code = null,
        /** Where it was found by its refresh token. */
        public ?FamilyState $family = null,
    ) {
    }

    /** Whether anything may still come of it. What lasts beyond the session was asked for as that (OpenID Connect Core 1.0 §11). */
    public function isLive(\DateTimeImmutable $now): bool
    {
        return $this->whyNot($now) === null;
    }

    /** @return 'ended'|'lapsed'|'session'|'account'|null */
    public function whyNot(\DateTimeImmutable $now): ?string
    {
        return match (true) {
            $this->endedBy !== null => 'ended',
            $this->lapsesAt <= $now => 'lapsed',
            ! $this->isOffline && ! $this->sessionIsLive => 'session',
            $this->standing->access !== Access::Full => 'account',
            default => null,
        };
    }

    public function assurance(): Assurance
    {
        return Assurance::of($this->proof);
    }
}
