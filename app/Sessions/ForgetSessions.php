<?php

declare(strict_types=1);

namespace Kennel\App\Sessions;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;

/** Ended and lapsed sessions stay a while, so that an operator can still ask what became of one. */
final readonly class ForgetSessions implements Forgets
{
    public function __construct(private ConnectionInterface $database, private RetentionRules $rules)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $before = Moment::write($this->rules->before('sessions', $now));

        return ['sessions' => Batches::delete($this->database->table('sessions')->where(static fn ($over) => $over->where('lapses_at', '<', $before)->orWhere('ended_at', '<', $before)))];
    }
}
