<?php

declare(strict_types=1);

namespace Kennel\Tests\Mutation;

/** One small change to one file. */
final readonly class Mutant
{
    /**
     * @param  string  $file  from the root
     * @param  int  $from  byte at which the changed text begins
     * @param  string  $kind  what was done, in a word or two
     */
    public function __construct(public string $file, public int $line, public int $from, public string $before, public string $after, public string $kind)
    {
    }

    public function appliedTo(string $source): string
    {
        return substr($source, 0, $this->from).$this->after.substr($source, $this->from + strlen($this->before));
    }

    public function describe(): string
    {
        $short = static fn (string $text): string => mb_strimwidth((string) preg_replace('/\s+/', ' ', $text), 0, 90, '…');

        return "{$this->file}:{$this->line}  {$this->kind}:  {$short($this->before)}  →  ".($this->after === '' ? '(nothing)' : $short($this->after));
    }
}
