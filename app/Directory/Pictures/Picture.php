<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Pictures;

use Illuminate\Database\Eloquent\Concerns\HasUuids;
use Kennel\App\Foundation\Database\Record;

/**
 * A picture; its files lie in the data directory.
 *
 * @property string $id
 * @property string|null $account_id whose it is; null for an app’s logo
 * @property int $width
 * @property int $height
 * @property string $created_at
 */
final class Picture extends Record
{
    use HasUuids;

    protected $table = 'pictures';
}
