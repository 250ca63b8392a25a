<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

/** How a message goes out. */
enum Channel: string
{
    case Mail = 'mail';
    /** To a telephone (3GPP TS 23.040). */
    case Text = 'text';
}
