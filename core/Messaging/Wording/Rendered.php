<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** One message, as it is sent. */
final readonly class Rendered
{
    public function __construct(public string $subject, public string $html, public string $text, public string $senderName, public string $replyTo)
    {
    }
}
