<?php

declare(strict_types=1);

namespace Kennel\Core\SignIn;

use Kennel\Core\Directory\Apps\AppAddress;

/** A page of Kennel's own that comes first, or the app's address; neither where the account page is all there is. */
final readonly class Landing
{
    public function __construct(public ?string $page, public ?AppAddress $address)
    {
    }
}
