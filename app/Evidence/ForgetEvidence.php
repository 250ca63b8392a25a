<?php

declare(strict_types=1);

namespace Kennel\App\Evidence;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;

/** Evidence is a short memory. */
final readonly class ForgetEvidence implements Forgets
{
    public function __construct(private ConnectionInterface $database, private RetentionRules $rules)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        return ['evidence' => Batches::delete($this->database->table('evidence')->where('at', '<', Moment::write($this->rules->before('evidence', $now))))];
    }
}
