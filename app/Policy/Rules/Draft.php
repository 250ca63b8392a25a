<?php

declare(strict_types=1);

namespace Kennel\App\Policy\Rules;

use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Policy\Rules\RuleBook;

/** The draft as it stands. Version 0 is no draft: the rules in force, ready to be changed. */
final readonly class Draft
{
    /** @param  array<string, mixed>  $document */
    public function __construct(
        public int $version,
        public int $baseRevision,
        public array $document,
        public ?string $savedBy = null,
        public ?string $savedAt = null,
        public ?string $reviewedBy = null,
        public ?string $reviewedAt = null,
    ) {
    }

    /** The entity tag: of this draft, upon this revision. */
    public function tag(): string
    {
        return "\"r{$this->baseRevision}.v{$this->version}\"";
    }

    /** @throws InvalidRuleBook naming what is missing or wrong by its path */
    public function book(): RuleBook
    {
        return RuleBook::fromArray($this->document);
    }

    public function exists(): bool
    {
        return $this->version > 0;
    }
}
