<?php

declare(strict_types=1);

namespace Kennel\Core\Messaging\Wording;

/** What is wrong with a template, and where. */
final class TemplateMistake extends \DomainException
{
    /**
     * @param  string  $reason  its code
     * @param  int  $templateLine  from 1
     * @param  int  $column  from 1, in characters
     * @param  array<string, mixed>  $parameters  for the words
     */
    public function __construct(public readonly string $reason, public readonly int $templateLine, public readonly int $column, public readonly array $parameters = [])
    {
        parent::__construct("line {$templateLine}, column {$column}: {$reason}");
    }
}
