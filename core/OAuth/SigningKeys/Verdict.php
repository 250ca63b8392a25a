<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\SigningKeys;

/** Whether a token is signed by one of the keys there are, or why not. */
enum Verdict: string
{
    case Signed = 'signed';
    /** "none", a symmetric one, or another than the key is for. */
    case AlgorithmNotAllowed = 'algorithm_not_allowed';
    /** It asks to be understood in a way that nobody here knows (RFC 7515 §4.1.11). */
    case ExtensionUnknown = 'extension_unknown';
    case KeyUnknown = 'key_unknown';
    case NotSigned = 'not_signed';
}
