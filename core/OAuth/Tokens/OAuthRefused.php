<?php

declare(strict_types=1);

namespace Kennel\Core\OAuth\Tokens;

/** A refusal in the form that the standards give it. What it says is for the app's developer, in ASCII (RFC 6749 §5.2), and never repeats a secret. */
final class OAuthRefused extends \RuntimeException
{
    public function __construct(public readonly OAuthError $error, public readonly string $description)
    {
        parent::__construct("{$error->value}: {$description}");
    }

    /** @return array{error: string, error_description: string} */
    public function toArray(): array
    {
        return ['error' => $this->error->value, 'error_description' => $this->description];
    }
}
