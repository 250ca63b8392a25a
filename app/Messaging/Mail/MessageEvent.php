<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Kennel\App\Foundation\Database\NumberedRecord;

/**
 * One step of a message on its way.
 *
 * @property int $seq
 * @property int $message_seq
 * @property 'held'|'accepted'|'refused'|'given_up'|'bounced'|'delayed'|'suppressed'|'sent_again'|'released'|'waiting' $event
 * @property string|null $said in the relay's or the other server's own words
 * @property string $at
 * @property string|null $next_at when it is tried again
 */
final class MessageEvent extends NumberedRecord
{
    protected $table = 'message_events';

    protected $primaryKey = 'seq';
}
