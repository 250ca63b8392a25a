<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Metadata;

/** The two documents of free JSON beside an account's fields. */
enum MetadataKind: string
{
    /** The holder may read and write it. */
    case Own = 'own';

    /** For operators, and for apps that have the permission; the holder never sees it. */
    case Internal = 'internal';

    public function isHolders(): bool
    {
        return $this === self::Own;
    }
}
