<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Exports;

use Kennel\App\Foundation\Moment;
use Kennel\App\Foundation\Retention\Forgets;

/** A day after it was begun a file goes, and what it was of with it: the trail has who took what. */
final readonly class ForgetExports implements Forgets
{
    private const HOURS = 24;

    public function __construct(private ExportFiles $files)
    {
    }

    /** @return array<string, int> */
    public function forget(\DateTimeImmutable $now): array
    {
        $old = Export::query()->where('begun_at', '<', Moment::write($now->modify('-'.self::HOURS.' hours')))->pluck('id')->all();
        foreach ($old as $id) {
            $this->files->remove((string) $id);
            Export::query()->where('id', $id)->delete();
        }

        return ['exports' => count($old)];
    }
}
