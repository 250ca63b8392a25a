<?php

declare(strict_types=1);

namespace Kennel\Core\Administration\Imports\Transforms;

/** Keeps a part of a text: of "Lovell, Ada" what is before the comma. Splits names, where the other service has one column for them. */
final readonly class Part implements Transform
{
    public const DO = 'part';

    public const KEEPS = ['before_first', 'after_first', 'before_last', 'after_last'];

    /**
     * @param  non-empty-string  $at
     * @param  value-of<self::KEEPS>  $keep
     */
    public function __construct(private string $at, private string $keep)
    {
    }

    /** A text that is not divided is its own first part, and has nothing after it. */
    public function apply(string $text): string
    {
        $text = trim($text);
        $place = str_ends_with($this->keep, 'first') ? strpos($text, $this->at) : strrpos($text, $this->at);
        if ($place === false) {
            return str_starts_with($this->keep, 'before') ? $text : '';
        }

        return trim(str_starts_with($this->keep, 'before') ? substr($text, 0, $place) : substr($text, $place + strlen($this->at)));
    }

    public function toArray(): array
    {
        return ['do' => self::DO, 'at' => $this->at, 'keep' => $this->keep];
    }
}
