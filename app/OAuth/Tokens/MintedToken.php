<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

/** An access token that nobody has yet. */
final readonly class MintedToken
{
    /**
     * @param  array{access_token: string, token_type: 'Bearer'|'DPoP', expires_in: int, scope: string}  $answer
     * @param  array<string, string|int|null>|null  $row  what is kept of one that says nothing by itself; null for a signed one
     */
    public function __construct(#[\SensitiveParameter] public array $answer, public ?array $row)
    {
    }
}
