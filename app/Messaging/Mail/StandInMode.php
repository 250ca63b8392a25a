<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

/** How the stand-in of a relay behaves, so that one sees what becomes of messages when a real one does. */
enum StandInMode: string
{
    case Takes = 'takes';
    /** Takes everything, after some seconds for each. */
    case Slow = 'slow';
    /** Refuses everything for now: messages are tried again. */
    case Refuses = 'refuses';
    /** Takes everything, and sends it back. */
    case Bounces = 'bounces';
}
