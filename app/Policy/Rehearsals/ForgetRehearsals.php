<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rehearsals;

use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Forgets;

/** Rehearsals that nobody has looked at for a day, and worlds whose rehearsal is gone: of a run that was killed, or of an operator who was. */
final readonly class ForgetRehearsals implements Forgets
{
    public function forget(\DateTimeImmutable $now): array
    {
        $forgotten = 0;
        $before = Moment::write($now->modify('-1 day'));
        foreach (Rehearsal::query()->where('seen_at', '<', $before)->get() as $rehearsal) {
            // Not under the feet of somebody who came back in this moment.
            $forgotten += $rehearsal->world()->alone(static function () use ($rehearsal, $before): int {
                $gone = Rehearsal::query()->whereKey($rehearsal->seq)->where('seen_at', '<', $before)->delete();
                $gone === 1 && $rehearsal->world()->destroy();

                return $gone;
            });
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
