<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Illuminate\Database\Eloquent\Builder;
use Kennel\App\Foundation\Keys\Reseals;

/** The contents of the outbox. */
final readonly class ResealMessages implements Reseals
{
    public function sealedRecords(): Builder
    {
        return Message::query();
    }

    public function sealedColumn(): string
    {
        return 'sealed';
    }
}
