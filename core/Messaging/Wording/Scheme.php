<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** In which light a message is read. A message that is sent has both; a preview shows one. */
enum Scheme: string
{
    case Either = 'either';
    case Light = 'light';
    case Dark = 'dark';
}
