<?php

declare(strict_types=1);

namespace Kennel\App\Imports;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;

/** A file that was checked and never begun holds people's hashes: it goes after a week. Reports go by the rule. */
final readonly class ForgetImports implements Forgets
{
    public function __construct(private ConnectionInterface $database, private RetentionRules $rules, private Imports $imports)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $this->imports->discardForgotten($now->modify('-7 days'));

        return ['imports' => Batches::delete($this->database->table('imports')->where('finished_at', '<', Moment::write($this->rules->before('imports', $now)))->whereIn('state', ['done', 'discarded', 'failed']), 'id')];
    }
}
