<?php

declare(strict_types=1);

namespace Kennel\Core\Registration\Invitations;

use Kennel\Core\Directory\Roles\Excluded;
use Kennel\Core\Directory\Roles\Exclusion;
use Kennel\Core\Directory\Roles\RoleGraph;
use Kennel\Core\Foundation\Reasons\Reason;

/**
 * Whether an invitation can be accepted, and which of its roles its inviter can still give. Looked at when it is accepted, not when it was sent: an inviter who
 * was stopped in between lets nobody in, and one who was stripped gives no more than they have left.
 */
final class DecideAcceptance
{
    /**
     * @param  InvitationFacts|null  $invitation  null when none has the token's digest
     * @param  bool  $inviterMay  the inviter can still sign in, and invite people to this app
     */
    public function reasonAgainst(?InvitationFacts $invitation, bool $inviterMay, \DateTimeImmutable $now): ?Reason
    {
        $state = $invitation?->state($now);

        return match (true) {
            $state === null => new Reason('invitation.unknown', 'token'),
            $state !== InvitationState::Open => new Reason("invitation.{$state->value}", 'token'),
            ! $inviterMay => new Reason('invitation.inviter_stopped', 'token'),
            default => null,
        };
    }

    /**
     * @param  list<string>  $roles  that were promised; keys
     * @param  list<string>  $held  by who accepts
     * @param  \Closure(string): bool  $isGiveable  whether the inviter may give it now
     * @param  list<Exclusion>  $exclusions
     * @return array{given: list<string>, lost: list<string>}
     */
    public function roles(array $roles, array $held, RoleGraph $graph, \Closure $isGiveable, array $exclusions): array
    {
        [$given, $lost] = [[], []];
        foreach (array_values(array_diff($roles, $held)) as $role) {
            $can = in_array($role, $graph->keys(), true) && $isGiveable($role) && Excluded::reasons($exclusions, [$role], $graph, 'roles', [...$held, ...$given]) === [];
            $can ? $given[] = $role : $lost[] = $role;
        }

        return ['given' => $given, 'lost' => $lost];
    }
}
