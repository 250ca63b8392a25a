<?php

declare(strict_types=1);

namespace Gaugebook;

use League\OAuth2\Client\Token\AccessTokenInterface;

/** Who is signed in here, as Kennel last said. */
final readonly class Person
{
    /**
     * @param  list<string>  $roles
     * @param  list<string>  $permissions
     */
    public function __construct(
        public string $id,
        public string $name,
        public array $roles,
        public array $permissions,
        /** The session at Kennel: when that ends, this one does. */
        public string $sessionId,
        #[\SensitiveParameter] public string $idToken,
        #[\SensitiveParameter] public AccessTokenInterface $token,
    ) {
    }

    public function may(string $permission): bool
    {
        return in_array($permission, $this->permissions, true);
    }

    public function with(AccessTokenInterface $token): self
    {
        return new self($this->id, $this->name, $this->roles, $this->permissions, $this->sessionId, $this->idToken, $token);
    }
}
