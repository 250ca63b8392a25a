<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Kennel\App\Foundation\Http\IdempotencyKey;
use Kennel\App\Foundation\Queue\ForgetFailedJobs;
use Kennel\App\Foundation\Rules\RulesInForce;
use Kennel\App\Foundation\Throttling\ForgetThrottles;
use Kennel\Core\Foundation\Retention\RetentionRules;
use Kennel\Core\Foundation\Throttling\ThrottleRules;

/** What every area needs. */
final class FoundationProvider extends AreaProvider
{
    /** Records that say themselves which of their rows may go. */
    public const PRUNED = [
        IdempotencyKey::class,
    ];

    /** What deletes more than rows of one record. */
    public const FORGETS = [
        ForgetFailedJobs::class,
        ForgetThrottles::class,
    ];

    public static function rules(): array
    {
        return [
            ThrottleRules::class => static fn (RulesInForce $rules): ThrottleRules => ThrottleRules::read($rules->section('throttles')),
            RetentionRules::class => static fn (RulesInForce $rules): RetentionRules => RetentionRules::read($rules->section('retention')),
        ];
    }
}
