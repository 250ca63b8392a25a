<?php

declare(strict_types=1);

namespace Kennel\Core\Foundation\Reasons;

/**
 * Why something is refused: a stable code, the field it concerns, and the figures a sentence about it needs.
 *
 * The words are added at the edge (lang/en/reasons.php), so that the core, the API and the pages never disagree.
 */
final readonly class Reason
{
    /**
     * @param  string  $code  dotted and stable, e.g. "password.too_short"
     * @param  string|null  $field  the input's name, null when the whole request is meant
     * @param  array<string, int|string|list<string>>  $parameters
     */
    public function __construct(
        public string $code,
        public ?string $field = null,
        public array $parameters = [],
    ) {
    }
}
