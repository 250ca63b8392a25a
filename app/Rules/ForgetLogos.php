<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

use Illuminate\Database\ConnectionInterface;
use Kennel\App\Pictures\Pictures;
use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Forgets;

/** Logos that were sent and are in no revision and no draft. */
final readonly class ForgetLogos implements Forgets
{
    public function __construct(private ConnectionInterface $database, private Pictures $pictures)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $forgotten = 0;
        $old = $this->database->table('pictures')->whereNull('account_id')->where('created_at', '<', Moment::write($now->modify('-7 days')))->pluck('id')->all();
        foreach ($old as $id) {
            $isUsed = fn (string $table): bool => $this->database->table($table)->where('document', 'like', "%{$id}%")->exists();
            if (! $isUsed('rule_revisions') && ! $isUsed('rule_draft_saves')) {
                $this->pictures->remove((string) $id);
                $forgotten++;
            }
        }

        return ['pictures' => $forgotten];
    }
}
