<?php

declare(strict_types=1);

namespace Kennel\App\Mail;

/** Where messages go. */
interface Relay
{
    /**
     * Runs inside a transaction that also records the new state.
     *
     * @return 'held'|'sent'
     *
     * @throws RelayRefused
     */
    public function deliver(Message $message, string $eml): string;
}
