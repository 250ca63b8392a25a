<?php

declare(strict_types=1);

namespace Kennel\App\Signup;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Platform\RequestContext;

/** Does something in a transaction that is never committed, and tells what it caused. */
final readonly class Rehearsal
{
    public function __construct(private ConnectionInterface $database, private RequestContext $context)
    {
    }

    /**
     * @param  \Closure(): void  $act  nothing slow: a lock is held meanwhile
     * @return list<array{lane: string, label: string, content: mixed}> what it caused
     */
    public function of(\Closure $act): array
    {
        $this->database->beginTransaction();
        try {
            $act();
            $caused = $this->database->table('evidence')->where('act_id', $this->context->actId)->orderBy('seq')->get();
        } finally {
            $this->database->rollBack();
        }

        return array_values($caused->map(static fn (\stdClass $row): array => [
            'lane' => $row->lane,
            'label' => $row->label,
            'content' => json_decode($row->content, true),
        ])->all());
    }
}
