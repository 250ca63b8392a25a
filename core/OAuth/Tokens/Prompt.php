<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** What a person is to be shown, whatever would be needed (OpenID Connect Core 1.0 §3.1.2.1; "create" of Initiating User Registration 1.0). */
enum Prompt: string
{
    case None = 'none';
    case Login = 'login';
    case Consent = 'consent';
    case SelectAccount = 'select_account';
    case Create = 'create';

    /** @return non-empty-list<string> */
    public static function names(): array
    {
        return array_column(self::cases(), 'value');
    }
}
