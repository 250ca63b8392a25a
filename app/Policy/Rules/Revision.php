<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Kennel\Core\Policy\Rules\Upgrades\UpgradeBook;

/** One published state of the rule book. Number 0 is what ships. */
final readonly class Revision
{
    /**
     * @param  array<string, mixed>  $document  in today's format
     * @param  array<string, mixed>  $stored  as it was published: what compares with it names rules that came and went with a format
     */
    public function __construct(
        public int $number,
        public array $document,
        public array $stored,
        public string $publishedBy,
        public string $why,
        public ?string $overruled,
        public ?string $publishedAt,
    ) {
    }

    public static function fromRow(RuleRevision $row): self
    {
        /** @var array<string, mixed> $stored */
        $stored = json_decode($row->document, true, flags: JSON_THROW_ON_ERROR);

        return new self($row->number, UpgradeBook::ofToday()($stored), $stored, $row->published_by, $row->why, $row->overruled, $row->published_at);
    }

    public static function shipped(): self
    {
        /** @var array<string, mixed> $document */
        $document = config('rules');

        return new self(0, $document, $document, 'Kennel', 'As it ships', null, null);
    }
}
