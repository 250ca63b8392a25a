<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

final class RelayRefused extends \RuntimeException
{
    /**
     * @param  bool  $isFinal  trying again would be refused again (SMTP 5xx)
     * @param  bool  $lacksUtf8  the address is outside ASCII and the relay has no SMTPUTF8 (RFC 6531)
     */
    public function __construct(string $message, public readonly bool $isFinal, ?\Throwable $previous = null, public readonly bool $lacksUtf8 = false)
    {
        parent::__construct($message, previous: $previous);
    }
}
