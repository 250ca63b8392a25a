<?php

declare(strict_types=1);

namespace Kennel\App\Rehearsals;

use Kennel\App\Platform\Moment;
use Kennel\App\Platform\Retention\Forgets;

/** Rehearsals that nobody has looked at for a day, and worlds whose rehearsal is gone: of a run that was killed, or of an operator who was. */
final readonly class ForgetRehearsals implements Forgets
{
    public function forget(\DateTimeImmutable $now): array
    {
        $forgotten = 0;
        foreach (Rehearsal::query()->where('seen_at', '<', Moment::write($now->modify('-1 day')))->get() as $rehearsal) {
            Rehearsal::query()->whereKey($rehearsal->seq)->delete();
            $rehearsal->world()->destroy();
            $forgotten++;
        }
        $there = array_flip(Rehearsal::query()->pluck('id')->all());
        foreach (glob(storage_path('rehearsals/*'), GLOB_ONLYDIR) ?: [] as $folder) {
            if (! isset($there[basename($folder)]) && filemtime($folder) < $now->getTimestamp() - 3_600) {
                (new World($folder))->destroy();
                $forgotten++;
            }
        }

        return ['rehearsals' => $forgotten];
    }
}
