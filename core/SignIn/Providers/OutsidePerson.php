<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn\Providers;

/** Whom a provider says it knows. */
final readonly class OutsidePerson
{
    public function __construct(
        public string $issuer,
        /** Theirs at the provider for good; an address can come to somebody else, this cannot (OpenID Connect Core 1.0 §5.7). */
        public string $subject,
        /** Null for none, and for one the provider does not say it has verified. */
        public ?string $verifiedEmail,
        public ?string $email,
        public ?string $name,
    ) {
    }
}
