<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** One stretch of a password, and how many guesses find it. Says where it is and never what it is. */
final readonly class Part
{
    /**
     * @param  int  $from  in code points, from 0
     * @param  int  $to  the last one, itself a part of it
     * @param  list<string>  $disguises  what was put over it: "capitals", "look_alikes", "backwards"
     */
    public function __construct(public PartKind $kind, public int $from, public int $to, public float $guesses, public array $disguises = [])
    {
    }

    public function length(): int
    {
        return $this->to - $this->from + 1;
    }
}
