<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Identity;

/** What an account may do now. */
enum Access: string
{
    case None = 'none';
    /** Only discharge duties. */
    case Limited = 'limited';
    case Full = 'full';
}
