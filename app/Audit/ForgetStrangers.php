<?php

declare(strict_types=1);

namespace Kennel\App\Audit;

use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;

/** What strangers did, by the hour. The trail itself is never shortened. */
final readonly class ForgetStrangers implements Forgets
{
    public function __construct(private RetentionRules $rules)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        return ['stranger_tallies' => Batches::deleteBy(StrangerTally::query()->where('hour', '<', substr(Moment::write($this->rules->before('refusals', $now)), 0, 13)), 'hour')];
    }
}
