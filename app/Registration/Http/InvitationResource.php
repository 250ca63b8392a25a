<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Http;

use Kennel\App\Messaging\Mail\Messages;
use Kennel\App\Registration\Invitations\Invitation;
use Kennel\App\Registration\Invitations\Invitations;
use Kennel\App\Registration\Invitations\Inviters;
use Kennel\Core\Registration\Invitations\InvitationState;

/** An invitation as operators are told it: everything but what lets somebody in. */
final class InvitationResource
{
    /** @var array<string, bool> by inviter and app: a page is mostly of one or two */
    private array $mayInvite = [];

    public function __construct(private readonly Invitations $invitations, private readonly Messages $messages, private readonly Inviters $inviters)
    {
    }

    /** @return array<string, mixed> */
    public function row(Invitation $one): array
    {
        return [
            'id' => $one->id,
            'batch_id' => $one->batch_id,
            'app' => $one->app_key,
            'email' => $one->email,
            'name' => $one->name,
            'language' => $one->language,
            'roles' => $one->roles,
            'inviter' => ['id' => $one->inviter_id, 'name' => $one->inviter_name, 'may_invite' => $one->ended === null ? $this->mayInvite($one) : null],
            'way' => $one->way->value,
            'state' => $this->invitations->state($one)->value,
            'lapses_soon' => $this->invitations->lapsesSoon($one),
            'can_be_replaced' => $one->ended === null,
            'created_at' => $one->created_at,
            'sent_at' => $one->sent_at,
            'expires_at' => $one->expires_at,
            'opened_at' => $one->opened_at,
            'ended_at' => $this->invitations->state($one) === InvitationState::Lapsed ? $one->expires_at : $one->ended_at,
            'account_id' => $one->account_id,
            'message' => null,
        ];
    }

    /** Whether what was promised would be kept, were it accepted now. */
    private function mayInvite(Invitation $one): bool
    {
        return $this->mayInvite["{$one->inviter_id} {$one->app_key}"] ??= $this->inviters->may($one->inviter_id, $one->app_key);
    }

    /**
     * With where the last message of each is.
     *
     * @param  list<array<string, mixed>>  $rows
     * @return list<array<string, mixed>>
     */
    public function withMessages(array $rows): array
    {
        $messages = $this->messages->ofInvitations(array_map(static fn (array $row): string => (string) $row['id'], $rows));

        return array_map(static function (array $row) use ($messages): array {
            $message = $messages[$row['id']] ?? null;

            return [...$row, 'message' => $message === null ? null : ['id' => $message->id, 'state' => $message->state->value, 'error' => $message->last_error]];
        }, $rows);
    }

    /** @return array<string, mixed> */
    public function whole(Invitation $one): array
    {
        return [...$this->withMessages([$this->row($one)])[0], 'words' => $one->words, 'fields' => (object) $one->fields];
    }
}
