<?php

declare(strict_types=1);

namespace Kennel\App\Audit;

use Illuminate\Database\Eloquent\Model;

/**
 * What strangers caused in one hour, from one source, to one account.
 *
 * @property string $hour such as "2026-05-01T12"
 * @property string $event
 * @property string $source
 * @property string $account_id "" for nobody's
 * @property int $tally
 */
final class StrangerTally extends Model
{
    public $timestamps = false;

    public $incrementing = false;

    protected $guarded = [];
}
