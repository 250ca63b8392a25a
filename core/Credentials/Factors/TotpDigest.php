<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Factors;

/** The digests that RFC 6238 §1.2 knows; the value is the name PHP's hash functions have for it. */
enum TotpDigest: string
{
    case Sha1 = 'sha1';
    case Sha256 = 'sha256';
    case Sha512 = 'sha512';
}
