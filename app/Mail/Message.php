<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Database\Eloquent\Model;

/**
 * One message of the outbox. Its content is sealed (authenticated encryption under the service's key), because it may hold a link
 * that proves something.
 *
 * @property int $seq
 * @property string $id
 * @property string|null $account_id
 * @property string $act_id
 * @property string $kind
 * @property string $recipient
 * @property string $subject
 * @property MessageState $state
 * @property int $attempts
 * @property string|null $last_error
 * @property string $sealed
 * @property string $created_at
 * @property string|null $claimed_at when the worker that is sending it took it
 * @property string|null $settled_at
 */
final class Message extends Model
{
    public $timestamps = false;

    protected $primaryKey = 'seq';

    protected $guarded = [];

    protected $hidden = ['sealed'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['state' => MessageState::class, 'attempts' => 'integer'];
    }
}
