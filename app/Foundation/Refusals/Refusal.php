<?php

declare(strict_types=1);

namespace Kennel\App\Foundation\Refusals;

use Kennel\Core\Foundation\Permissions\Permission;
use Kennel\Core\Foundation\Reasons\Reason;

/** Ends an act that cannot be done. Nothing has been written. */
final class Refusal extends \RuntimeException
{
    /**
     * @param  string  $refusal  the stable code; its title and detail are in lang/en/problems.php
     * @param  list<Reason>  $reasons
     * @param  int|null  $retryAfter  in seconds
     */
    private function __construct(
        public readonly RefusalKind $kind,
        public readonly string $refusal,
        public readonly array $reasons = [],
        public readonly ?int $retryAfter = null,
    ) {
        parent::__construct($refusal);
    }

    /** @param  list<Reason>  $reasons */
    public static function invalid(array $reasons, string $refusal = 'request.invalid'): self
    {
        return new self(RefusalKind::Invalid, $refusal, $reasons);
    }

    /** @param  list<Reason>  $reasons */
    public static function tooLarge(array $reasons, string $refusal = 'request.too_large'): self
    {
        return new self(RefusalKind::TooLarge, $refusal, $reasons);
    }

    public static function notFound(): self
    {
        return new self(RefusalKind::NotFound, 'request.not_found');
    }

    public static function nobodySignedIn(): self
    {
        return new self(RefusalKind::NobodySignedIn, 'session.required');
    }

    /** @param  list<Reason>  $reasons */
    public static function notAllowed(string $refusal, array $reasons = []): self
    {
        return new self(RefusalKind::NotAllowed, $refusal, $reasons);
    }

    /** A permission that none of the caller's roles carries: which, and what for. */
    public static function missing(Permission $permission): self
    {
        return self::notAllowed('permission.missing', [new Reason('permission.needed', null, ['permission' => $permission->value, 'for' => $permission->about()])]);
    }

    public static function conflict(string $refusal, ?int $retryAfter = null): self
    {
        return new self(RefusalKind::Conflict, $refusal, retryAfter: $retryAfter);
    }

    /** @param  list<Reason>  $reasons */
    public static function changedMeanwhile(string $refusal = 'update.changed_meanwhile', array $reasons = []): self
    {
        return new self(RefusalKind::ChangedMeanwhile, $refusal, $reasons);
    }

    public static function conditionMissing(): self
    {
        return new self(RefusalKind::ConditionMissing, 'update.condition_required');
    }

    /**
     * @param  int  $retryAfter  in seconds
     * @param  list<Reason>  $reasons
     */
    public static function heldBack(string $refusal, int $retryAfter, array $reasons = []): self
    {
        return new self(RefusalKind::HeldBack, $refusal, $reasons, $retryAfter);
    }

    /** Something outside of Kennel does not answer as it should; the caller did nothing wrong. */
    public static function unavailable(string $refusal): self
    {
        return new self(RefusalKind::Unavailable, $refusal);
    }
}
