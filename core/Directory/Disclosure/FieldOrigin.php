<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Disclosure;

/** Where a field comes from; in a key, what stands before the colon. */
enum FieldOrigin: string
{
    case BuiltIn = '';

    /** Of the rule book's own fields. */
    case Defined = 'field';

    /** A key of the metadata that holders may write. */
    case Own = 'own';

    /** A key of the metadata that is for operators and apps. */
    case Internal = 'internal';

    public function isMetadata(): bool
    {
        return $this === self::Own || $this === self::Internal;
    }
}
