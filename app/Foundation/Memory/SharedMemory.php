<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Memory;

/** What the workers of one server share besides the database: things that can be made anew at any time. Never secrets, and never what is somebody's; of a token its digest at most. */
interface SharedMemory
{
    public function fetch(string $key): ?object;

    /**
     * @param  object  $value  that can be serialised; whether it is kept, nobody may rely upon
     * @param  int  $seconds  for how long at most
     */
    public function keep(string $key, object $value, int $seconds = 86_400): void;
}
