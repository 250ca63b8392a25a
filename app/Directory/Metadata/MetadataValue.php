<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Metadata;

use Kennel\App\Foundation\Database\Record;

/**
 * One value within a document, to be found by.
 *
 * @property int $account_seq
 * @property string $kind
 * @property string $path
 * @property int $position tells the elements of an array apart
 * @property string $value JSON, cut where it is long
 * @property string $sort_key
 */
final class MetadataValue extends Record
{
    protected $table = 'metadata_values';
}
