<?php

declare(strict_types=1);

namespace Kennel\App\Registration\Signup;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Trail\Evidence\EvidenceEntry;
use Kennel\App\Trail\Evidence\EvidenceLog;

/** Does something in a transaction that is never committed, and tells what it caused. */
final readonly class Rehearsal
{
    public function __construct(private ConnectionInterface $database, private EvidenceLog $evidence)
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
            $caused = $this->evidence->ofThisAct();
        } finally {
            $this->database->rollBack();
        }

        return array_map(static fn (EvidenceEntry $row): array => [
            'lane' => $row->lane,
            'label' => $row->label,
            'content' => $row->content,
        ], $caused);
    }
}
