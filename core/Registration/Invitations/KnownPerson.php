<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

/** Who has an account under an address that is on a list. */
final readonly class KnownPerson
{
    /**
     * @param  list<string>  $roles  that they hold for good, wherever they count; keys
     * @param  bool  $isReachable  the inviter may act upon them
     * @param  bool  $isStopped  suspended or closed
     */
    public function __construct(public string $accountId, public string $name, public array $roles, public bool $isReachable, public bool $isStopped)
    {
    }
}
