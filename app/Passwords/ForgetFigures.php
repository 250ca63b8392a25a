<?php

declare(strict_types=1);

namespace Kennel\App\Passwords;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Batches;
use Kennel\App\Platform\Retention\Forgets;
use Kennel\Core\Retention\RetentionRules;

/** The census by the day, and runs that ended; the last of each stays. */
final readonly class ForgetFigures implements Forgets
{
    public function __construct(private ConnectionInterface $database, private RetentionRules $rules)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $before = Moment::write($this->rules->before('imports', $now));
        $newest = $this->database->table('wrap_runs')->orderByDesc('started_at')->orderByDesc('id')->value('id');

        return [
            'hash_days' => Batches::deleteBy($this->database->table('hash_days')->where('day', '<', $this->rules->before('tallies', $now)->format('Y-m-d')), 'day'),
            'wrap_runs' => Batches::delete($this->database->table('wrap_runs')->where('started_at', '<', $before)->where('id', '!=', $newest), 'id'),
            'calibrations' => Batches::delete($this->database->table('calibrations')->where('started_at', '<', $before)->whereIn('state', ['cancelled', 'failed']), 'id'),
        ];
    }
}
