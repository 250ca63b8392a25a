<?php

declare(strict_types=1);

namespace Kennel\App\Rules;

/** One published state of the rule book. Number 0 is what ships. */
final readonly class Revision
{
    /** @param  array<string, mixed>  $document */
    public function __construct(
        public int $number,
        public array $document,
        public string $publishedBy,
        public string $why,
        public ?string $overruled,
        public ?string $publishedAt,
    ) {
    }

    public static function fromRow(RuleRevision $row): self
    {
        /** @var array<string, mixed> $document */
        $document = json_decode($row->document, true, flags: JSON_THROW_ON_ERROR);

        return new self($row->number, $document, $row->published_by, $row->why, $row->overruled, $row->published_at);
    }

    public static function shipped(): self
    {
        /** @var array<string, mixed> $document */
        $document = config('rules');

        return new self(0, $document, 'Kennel', 'As it ships', null, null);
    }
}
