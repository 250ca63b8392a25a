<?php

declare(strict_types=1);

namespace Kennel\Core\Accounts;

/** What standing depends on, and nothing more. */
final readonly class AccountFacts
{
    public function __construct(
        public Status $status,
        public bool $emailProven,
    ) {
    }
}
