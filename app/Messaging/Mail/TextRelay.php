<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

/** Where text messages go. */
interface TextRelay
{
    /**
     * Speaks with the gateway, which may take its time: never called inside a transaction.
     *
     * @return MessageState Held or Sent
     *
     * @throws RelayRefused
     */
    public function deliver(Message $message, string $text): MessageState;
}
