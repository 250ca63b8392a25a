<?php

declare(strict_types=1);

namespace Kennel\App\Http\Protocol;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;

/** A key is good for a day: whoever repeats a request does so at once. */
final readonly class ForgetIdempotencyKeys implements Forgets
{
    public function __construct(private ConnectionInterface $database)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        return ['idempotency_keys' => Batches::delete($this->database->table('idempotency_keys')->where('created_at', '<', Moment::write($now->modify('-1 day'))), 'digest')];
    }
}
