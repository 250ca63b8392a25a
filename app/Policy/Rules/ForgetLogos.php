<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Kennel\App\Directory\Pictures\Pictures;
use Kennel\App\Foundation\Retention\Forgets;

/** Logos that were sent and are in no revision and no draft. */
final readonly class ForgetLogos implements Forgets
{
    public function __construct(private Pictures $pictures)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $forgotten = 0;
        foreach ($this->pictures->logosBefore($now->modify('-7 days')) as $id) {
            if (RuleRevision::query()->where('document', 'like', "%{$id}%")->doesntExist() && DraftSave::query()->where('document', 'like', "%{$id}%")->doesntExist()) {
                $this->pictures->remove($id);
                $forgotten++;
            }
        }

        return ['pictures' => $forgotten];
    }
}
