<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Console;

use Illuminate\Console\Command;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Identity\Caller;
use Kennel\App\Foundation\Identity\SignedIn;
use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\Core\Foundation\Permissions\Permission;

/**
 * For commands that change something: as whom. Without --as it is the system itself, which may everything, and the trail says so.
 *
 * @phpstan-require-extends Command
 */
trait NamesOperator
{
    /** @throws Refusal for nobody, and for an operator who may not */
    private function operator(Permission $permission): ?SignedIn
    {
        $as = $this->option('as');

        return is_string($as) && $as !== '' ? app(ActAs::class)($as, $permission) : null;
    }

    /**
     * For what cannot be narrowed to some apps.
     *
     * @throws Refusal for nobody, for an operator who may not, and for one who is bounded
     */
    private function actor(Permission $permission): Actor
    {
        return $this->operator($permission) === null ? Actor::system() : app(Caller::class)->requireUnbounded($permission)->asOperator();
    }
}
