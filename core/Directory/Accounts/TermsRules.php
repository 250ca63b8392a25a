<?php

declare(strict_types=1);

namespace Kennel\Core\Directory\Accounts;

use Kennel\Core\Foundation\Documents\Document;
use Kennel\Core\Foundation\Documents\InvalidRuleBook;

/** The terms in force, by the date of their version; none when the version is "". */
final readonly class TermsRules
{
    public function __construct(public string $version, public string $text)
    {
    }

    /** @throws InvalidRuleBook */
    public static function read(Document $document): self
    {
        $terms = new self(
            $document->text('version', 10, 'The date of the version everybody must accept; "" for none', '^$|^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$'),
            $document->text('text', 20_000, 'What is accepted, in words'),
        );
        $document->nothingElse();
        if ($terms->version !== '' && trim($terms->text) === '') {
            throw $document->mistake('text', 'must say what is accepted');
        }

        return $terms;
    }

    public function areAsked(): bool
    {
        return $this->version !== '';
    }
}
