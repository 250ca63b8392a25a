<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Http;

use Kennel\App\Foundation\Refusals\Refusal;
use Kennel\App\Foundation\Refusals\RefusalKind;
use Kennel\Core\Foundation\Reasons\Reason;

/** Ends a request with an RFC 9457 problem document. What an act refuses becomes one here, and here alone has a status code. */
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

    public static function of(Refusal $refusal): self
    {
        $status = match ($refusal->kind) {
            RefusalKind::NobodySignedIn => 401,
            RefusalKind::NotAllowed => 403,
            RefusalKind::NotFound => 404,
            RefusalKind::Conflict => 409,
            RefusalKind::ChangedMeanwhile => 412,
            RefusalKind::TooLarge => 413,
            RefusalKind::Invalid => 422,
            RefusalKind::ConditionMissing => 428,
            RefusalKind::HeldBack => 429,
            RefusalKind::Unavailable => 503,
        };

        return new self($status, $refusal->refusal, $refusal->reasons, $refusal->retryAfter === null ? [] : ['Retry-After' => (string) $refusal->retryAfter]);
    }
}
