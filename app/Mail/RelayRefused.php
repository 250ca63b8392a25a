<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

final class RelayRefused extends \RuntimeException
{
    /** @param  bool  $isFinal trying again would be refused again (SMTP 5xx) */
    public function __construct(string $message, public readonly bool $isFinal, ?\Throwable $previous = null)
    {
        parent::__construct($message, previous: $previous);
    }
}
