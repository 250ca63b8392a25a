<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Invitations;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;
use Kennel\Core\Registration\Invitations\InvitationFacts;
use Kennel\Core\Registration\Invitations\InvitationState;
use Kennel\Core\Registration\Invitations\WayIn;

/**
 * An offer of an account. There is no account until it is accepted: whoever is invited and never comes leaves nothing behind.
 *
 * @property int $seq
 * @property string $id
 * @property string $batch_id of those that were sent together
 * @property string $app_key
 * @property string $email
 * @property string $lookup_key
 * @property string $name "" where the inviter did not say
 * @property string $language
 * @property list<string> $roles that are promised; keys
 * @property array<string, bool|int|float|string|list<string>|null> $fields
 * @property string|null $inviter_id
 * @property string $inviter_name
 * @property string $inviter_email
 * @property string $words the inviter's own
 * @property WayIn $way
 * @property string $token_digest
 * @property string|null $password_hash of the temporary password
 * @property string $created_at
 * @property string $sent_at
 * @property string $expires_at
 * @property string|null $opened_at when its page was seen first
 * @property InvitationState|null $ended null while nothing but time can have ended it
 * @property string|null $ended_at
 * @property string|null $account_id of who accepted it
 */
final class Invitation extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'invitations';

    protected $primaryKey = 'seq';

    protected $hidden = ['token_digest', 'password_hash'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['roles' => 'array', 'fields' => 'array', 'way' => WayIn::class, 'ended' => InvitationState::class];
    }

    public function facts(): InvitationFacts
    {
        return new InvitationFacts($this->ended, Moment::read($this->expires_at));
    }

    /**
     * @param  Builder<self>  $invitations
     * @return Builder<self>
     */
    public function scopeInState(Builder $invitations, InvitationState $state, \DateTimeImmutable $now): Builder
    {
        return match ($state) {
            InvitationState::Open => $invitations->whereNull('ended')->where('expires_at', '>', Moment::write($now)),
            // One that lapsed unseen, and one that was found to have lapsed when the next was sent.
            InvitationState::Lapsed => $invitations->where(static fn (Builder $lapsed) => $lapsed->where('ended', $state->value)
                ->orWhere(static fn (Builder $unseen) => $unseen->whereNull('ended')->where('expires_at', '<=', Moment::write($now)))),
            default => $invitations->where('ended', $state->value),
        };
    }

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->whereRaw('coalesce(ended_at, expires_at) < ?', [Moment::write(Limit::before('invitations'))]);
    }
}
