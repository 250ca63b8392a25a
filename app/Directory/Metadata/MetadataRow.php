<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Metadata;

use Kennel\App\Foundation\Database\Record;
use Kennel\Core\Directory\Metadata\MetadataKind;

/**
 * One document of one account; none for an empty one.
 *
 * @property int $account_seq
 * @property MetadataKind $kind
 * @property string $document as MetadataDocument writes it
 */
final class MetadataRow extends Record
{
    protected $table = 'metadata';

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['kind' => MetadataKind::class];
    }
}
