<?php

declare(strict_types=1);

namespace Kennel\App\OAuth\Tokens;

use Kennel\Core\OAuth\Clients\Client;
use Kennel\Core\OAuth\Tokens\AuthorizationRequest;

/** What an app asked for and is not answered yet. */
final readonly class PendingRequest
{
    public function __construct(public int $seq, public Client $client, public AuthorizationRequest $request, public \DateTimeImmutable $askedAt)
    {
    }
}
