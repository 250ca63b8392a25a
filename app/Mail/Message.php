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
 * @property string $state queued, retrying, held (by the stand-in), sent (accepted by a relay) or failed
 * @property int $attempts
 * @property string|null $last_error
 * @property string $sealed
 * @property string $created_at
 * @property string|null $settled_at
 */
final class Message extends Model
{
    public $timestamps = false;

    protected $primaryKey = 'seq';

    protected $guarded = [];

    protected $hidden = ['sealed'];

    public function isSettled(): bool
    {
        return in_array($this->state, ['held', 'sent', 'failed'], true);
    }
}
