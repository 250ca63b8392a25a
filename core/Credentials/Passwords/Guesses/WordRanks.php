<?php

declare(strict_types=1);

namespace Kennel\Core\Credentials\Passwords\Guesses;

/** Words in the order in which they are tried. */
interface WordRanks
{
    /**
     * @param  string  $word  in lower case
     * @return array{rank: int, kind: PartKind}|null its place, from 1; null for what is no word
     */
    public function find(#[\SensitiveParameter] string $word): ?array;
}
