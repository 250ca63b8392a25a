<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Illuminate\Database\ConnectionInterface;

/** Does something and undoes it, inside the transaction under way, so that it costs time and leaves nothing. */
final readonly class Decoy
{
    public function __construct(private ConnectionInterface $database)
    {
    }

    public function spendTheTimeOf(\Closure $act): void
    {
        $this->database->beginTransaction();
        try {
            $act();
        } finally {
            $this->database->rollBack();
        }
    }
}
