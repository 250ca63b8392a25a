<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Apps;

use Kennel\App\Foundation\Database\Record;

/**
 * An app that Kennel serves, as it was registered. What the rule book says of it is beside it in App.
 *
 * @property string $key
 * @property string $name
 * @property string $kind
 * @property string $summary
 */
final class RegisteredApp extends Record
{
    protected $table = 'apps';

    protected $primaryKey = 'key';
}
