<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports;

/** What somebody who imports accounts says of the whole file. */
final readonly class ImportRules
{
    public const DIGESTS = ['md5' => 32, 'sha1' => 40, 'sha256' => 64, 'sha512' => 128];

    public const LAYOUTS = ['password', 'salt.password', 'password.salt'];

    /**
     * @param  key-of<self::DIGESTS>|''  $digest  what bare digests are; "" for none
     * @param  value-of<self::LAYOUTS>  $layout  what a bare digest is of
     */
    public function __construct(public string $digest = '', public string $layout = 'password')
    {
    }
}
