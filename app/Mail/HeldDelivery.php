<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\MassPrunable;
use Kennel\App\Platform\Database\Record;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Limit;

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
