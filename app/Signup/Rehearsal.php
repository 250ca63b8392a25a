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
     * @template T
     *
     * @param  \Closure(): T  $act
     * @return array{result: T, evidence: list<array{lane: string, label: string, content: mixed}>}
     */
    public function of(\Closure $act): array
    {
        $this->database->beginTransaction();
        try {
            $result = $act();
            $caused = $this->database->table('evidence')->where('act_id', $this->context->actId)->orderBy('seq')->get();
        } finally {
            $this->database->rollBack();
        }

        return ['result' => $result, 'evidence' => array_values($caused->map(static fn (\stdClass $row): array => [
            'lane' => $row->lane,
            'label' => $row->label,
            'content' => json_decode($row->content, true),
        ])->all())];
    }
}
