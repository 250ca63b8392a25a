<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** How many guesses find a password, and the stretches that it falls into for the one who guesses. */
final readonly class Estimate
{
    public Strength $strength;

    /**
     * @param  float  $guesses  as a power of ten
     * @param  list<Part>  $parts  in the order of the password, without gaps
     */
    public function __construct(public float $guesses, public array $parts)
    {
        $this->strength = Strength::of($guesses);
    }
}
