<?php

declare(strict_types=1);

namespace Kennel\Core\Desk;

/** What an operator has typed of an account that is to be made. */
final readonly class AccountInput
{
    /**
     * @param  bool  $isVouchedFor  the operator knows that the address is the holder's
     * @param  string  $why  needed for vouching; goes into the trail
     */
    public function __construct(
        public string $name,
        public string $email,
        public string $way,
        public bool $isVouchedFor,
        public string $why,
    ) {
    }
}
