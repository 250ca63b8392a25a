<?php

declare(strict_types=1);

namespace Kennel\App\Pictures;

use Kennel\Core\Rules\Reason;

/** Why a file is not taken as a picture. */
final class PictureRefused extends \DomainException
{
    public function __construct(public readonly Reason $reason)
    {
        parent::__construct($reason->code);
    }
}
