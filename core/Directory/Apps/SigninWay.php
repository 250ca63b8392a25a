<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Apps;

/** By what people can begin to sign in on an app. */
enum SigninWay: string
{
    case Password = 'password';
    /** A link and a code in a message to their verified address. */
    case Mail = 'mail';
    /** A key pair of a device or a security key (WebAuthn), with the holder verified by it. */
    case Passkey = 'passkey';

    /** @return list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
