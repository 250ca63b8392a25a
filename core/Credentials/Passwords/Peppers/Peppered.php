<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Peppers;

/** A stored hash of a peppered password: `$peppered$<key id>$…`, the hash of the HMAC behind it. The form is Kennel's own. */
final readonly class Peppered
{
    public const KEY_ID = '[a-z0-9](?:[a-z0-9-]{0,30}[a-z0-9])?';

    public const LONGEST_KEY_ID = 32;

    public function __construct(public string $keyId, public string $hash)
    {
    }

    /** Null when the text is none. What is behind the key's id is not looked at; it is never peppered again. */
    public static function parse(string $stored): ?self
    {
        return preg_match('/^\$peppered\$('.self::KEY_ID.')(\$(?!peppered\$).+)$/Ds', $stored, $part) === 1 ? new self($part[1], $part[2]) : null;
    }

    /** What every hash under this key begins with. An id holds nothing that a LIKE pattern would take for more than itself. */
    public static function prefix(string $keyId): string
    {
        return "\$peppered\${$keyId}\$";
    }

    public function toString(): string
    {
        return "\$peppered\${$this->keyId}{$this->hash}";
    }
}
