<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Connection;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\Core\Messaging\Wording\Rendered;
use Kennel\Core\Messaging\Wording\WordingKey;

/** Mails a wording to whoever is writing it, with values that are nobody's: its link leads nowhere. */
final readonly class SendSample
{
    public function __construct(private Connection $database, private Messages $messages)
    {
    }

    public function __invoke(WordingKey $key, Rendered $said, SignedIn $operator): Message
    {
        return $this->database->transaction(fn (): Message => $this->messages->queueSample($key, $said, $operator));
    }
}
