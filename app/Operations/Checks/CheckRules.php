<?php

declare(strict_types=1);

namespace Kennel\App\Operations\Checks;

use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;
use Kennel\Core\Policy\Rules\RuleBook;

/** Whether every rule is there that a door will ask for. */
final readonly class CheckRules implements Check
{
    public function __construct(private RulesInForce $rules)
    {
    }

    public function look(): array
    {
        try {
            RuleBook::fromArray($this->rules->document());
        } catch (InvalidRuleBook $mistake) {
            return [Finding::wrong('rules.not_whole', ['mistake' => $mistake->getMessage()])];
        }

        return [Finding::fine('rules.fine', ['revision' => $this->rules->revision()])];
    }
}
