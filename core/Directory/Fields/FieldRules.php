<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Fields;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** The fields there are, in the order people meet them. */
final readonly class FieldRules
{
    /** @param  array<string, Field>  $all  by key */
    private function __construct(public array $all)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $root): self
    {
        return new self($root->keyed('fields', Field::EXAMPLE, Field::read(...), 'What accounts hold beyond name and address, in the order it is asked'));
    }

    /** @param  \Closure(Field): bool  $which */
    public function only(\Closure $which): self
    {
        return new self(array_filter($this->all, $which));
    }

    public function find(string $key): ?Field
    {
        return $this->all[$key] ?? null;
    }

    /** @return array<string, Field> */
    public function askedBy(string $app): array
    {
        return array_filter($this->all, static fn (Field $field): bool => $field->isAskedBy($app));
    }

    /** Those that full access waits for, of whichever app. */
    public function owed(): self
    {
        return $this->only(static fn (Field $field): bool => $field->required !== Required::Never);
    }

    /** @return array<string, Field> what full access waits for; what was required at sign-up included, for accounts from before the rule */
    public function owedBy(string $app): array
    {
        return $this->owed()->askedBy($app);
    }
}
