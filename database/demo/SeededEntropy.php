<?php

declare(strict_types=1);

namespace Kennel\Demo;

use Kennel\Core\Foundation\Secrets\Entropy;
use Random\Engine\Xoshiro256StarStar;
use Random\Randomizer;

/** Repeats itself for the same seed. For made-up data only. */
final class SeededEntropy implements Entropy
{
    public readonly Randomizer $random;

    public function __construct(int $seed)
    {
        $this->random = new Randomizer(new Xoshiro256StarStar($seed));
    }

    public function bytes(int $length): string
    {
        return $this->random->getBytes($length);
    }

    /** A UUIDv7 (RFC 9562 §5.7) of a given moment. */
    public function uuid(\DateTimeImmutable $moment): string
    {
        $bytes = substr(pack('J', (int) $moment->format('Uv')), 2).$this->bytes(10);
        $bytes[6] = chr(0x70 | (ord($bytes[6]) & 0x0F));
        $bytes[8] = chr(0x80 | (ord($bytes[8]) & 0x3F));

        return implode('-', sscanf(bin2hex($bytes), '%8s%4s%4s%4s%12s') ?? []);
    }

    public function chance(int $percent): bool
    {
        return $this->random->getInt(1, 100) <= $percent;
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $items
     * @return T
     */
    public function pick(array $items): mixed
    {
        return $items[$this->random->getInt(0, count($items) - 1)];
    }
}
