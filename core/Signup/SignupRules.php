<?php

declare(strict_types=1);

namespace Kennel\Core\Signup;

use Kennel\Core\Rules\Document;
use Kennel\Core\Rules\InvalidRuleBook;

final readonly class SignupRules
{
    /** @param  list<string>  $roles given to every account that signs up */
    public function __construct(public array $roles)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $rules = new self($document->strings('roles'));
        $document->nothingElse();

        return $rules;
    }
}
