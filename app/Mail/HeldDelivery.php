<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

use Illuminate\Database\Eloquent\Model;

/**
 * A message on the stand-in's own shelf: one row a message, however often it was handed over.
 *
 * @property string $message_id
 * @property string $held_at
 */
final class HeldDelivery extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $primaryKey = 'message_id';

    protected $keyType = 'string';

    protected $guarded = [];
}
