<?php

declare(strict_types=1);

namespace Symfony\Component\Clock;

/** PSR-20's clock with the two operations Carbon's type declarations name. */
interface ClockInterface extends \Psr\Clock\ClockInterface
{
    public function sleep(float|int $seconds): void;

    public function withTimeZone(\DateTimeZone|string $timezone): static;
}
