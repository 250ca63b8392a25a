<?php

declare(strict_types=1);

namespace Kennel\App\Http\Protocol;

use Kennel\Core\Reasons\Reason;

/** Ends a request with an RFC 9457 problem document. */
final class Problem extends \RuntimeException
{
    /**
     * @param  string  $problem  the stable code; its title and detail are in lang/en/problems.php
     * @param  list<Reason>  $reasons
     * @param  array<string, string>  $headers
     */
    public function __construct(
        public readonly int $status,
        public readonly string $problem,
        public readonly array $reasons = [],
        public readonly array $headers = [],
    ) {
        parent::__construct($problem);
    }

    /** @param  list<Reason>  $reasons */
    public static function invalid(array $reasons): self
    {
        return new self(422, 'request.invalid', $reasons);
    }

    public static function notFound(): self
    {
        return new self(404, 'request.not_found');
    }
}
