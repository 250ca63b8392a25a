<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

/** People to invite, and what holds for each of them whose row says nothing else. */
final readonly class InvitationList
{
    /**
     * @param  list<InvitationRow>  $rows
     * @param  list<string>  $roles  keys
     */
    public function __construct(public array $rows, public string $app, public array $roles, public string $language, public WayIn $way)
    {
    }
}
