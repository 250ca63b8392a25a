<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** Guesses in five steps. Where they lie is our choice: the first is within anybody's reach online, the last is out of reach for a stolen table. */
enum Strength: string
{
    case Trivial = 'trivial';
    case Weak = 'weak';
    case Middling = 'middling';
    case Good = 'good';
    case Strong = 'strong';

    /** @param  float  $guesses  as a power of ten */
    public static function of(float $guesses): self
    {
        return match (true) {
            $guesses < 4.0 => self::Trivial,
            $guesses < 6.0 => self::Weak,
            $guesses < 8.0 => self::Middling,
            $guesses < 10.0 => self::Good,
            default => self::Strong,
        };
    }
}
