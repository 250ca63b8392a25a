<?php

declare(strict_types=1);

namespace Kennel\App\Administration\Imports;

use Kennel\App\Directory\Apps\Apps;
use Kennel\App\Directory\Roles\GiveableRoles;
use Kennel\App\Directory\Roles\Roles;
use Kennel\App\Foundation\Identity\Actor;
use Kennel\App\Foundation\Language;
use Kennel\Core\Administration\Imports\ImportFacts;
use Psr\Clock\ClockInterface;

/** The apps and roles there are, and which of the roles whoever imports may give: of Kennel itself nobody is asked. */
final readonly class GatherFacts
{
    public function __construct(private Apps $apps, private Roles $roles, private GiveableRoles $giveable, private ClockInterface $clock)
    {
    }

    public function __invoke(Actor $by): ImportFacts
    {
        $this->roles->readAgain();
        $roles = [];
        foreach ($this->roles->keys() as $key) {
            $roles[$key] = $by->id === null || $this->giveable->includes($key, $by->id);
        }

        return new ImportFacts($this->apps->keys(), $roles, Language::tags(), $this->clock->now(), $this->roles->graph(), $this->roles->exclusions());
    }
}
