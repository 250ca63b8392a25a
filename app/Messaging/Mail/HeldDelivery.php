<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Foundation\Database\Record;
use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Limit;

/**
 * A message on the stand-in's own shelf: one row a message, however often it was handed over.
 *
 * @property string $message_id
 * @property string $held_at
 */
final class HeldDelivery extends Record
{
    use MassPrunable;

    protected $table = 'held_deliveries';

    protected $primaryKey = 'message_id';

    /** @return Builder<self> */
    public function prunable(): Builder
    {
        return self::query()->where('held_at', '<', Moment::write(Limit::before('messages')));
    }
}
