<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

/** Where messages go. */
interface Relay
{
    /**
     * Speaks with the relay, which may take its time: never called inside a transaction.
     *
     * @return MessageState Held or Sent
     *
     * @throws RelayRefused
     */
    public function deliver(Message $message, string $eml): MessageState;

    /**
     * Asks whether addresses outside ASCII can be taken (SMTPUTF8, RFC 6531). May take its time as well.
     *
     * @throws RelayRefused when it cannot be reached
     */
    public function takesUtf8(): bool;

    /** Tells one relay from another without naming its password. */
    public function digest(): string;
}
