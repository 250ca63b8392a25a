<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\NumberedRecord;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * One message of the outbox. Its content is sealed (authenticated encryption under the service's key), because it may hold a link
 * that proves something.
 *
 * @property int $seq
 * @property string $id
 * @property string|null $account_id
 * @property string $act_id
 * @property string $kind
 * @property string|null $app_key in whose name it was written
 * @property string|null $language
 * @property string|null $invitation_id of the invitation it brings
 * @property Channel $channel
 * @property string $recipient an address; of a text message a number in E.164 form
 * @property string $subject
 * @property MessageState $state
 * @property int $attempts
 * @property string|null $last_error
 * @property string $sealed
 * @property string $created_at
 * @property string|null $claimed_at when the worker that is sending it took it
 * @property string|null $settled_at
 */
final class Message extends NumberedRecord
{
    use MassPrunable;

    protected $table = 'messages';

    protected $primaryKey = 'seq';

    protected $hidden = ['sealed'];

    /** @var array<string, mixed> */
    protected $attributes = ['channel' => Channel::Mail->value, 'attempts' => 0];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['state' => MessageState::class, 'channel' => Channel::class, 'attempts' => 'integer'];
    }

    /** @return Builder<self> what is still on its way stays */
    public function prunable(): Builder
    {
        return self::query()->where('settled_at', '<', Moment::write(Limit::before('messages')));
    }
}
