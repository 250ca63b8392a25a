<?php

declare(strict_types=1);

namespace Kennel\App\Foundation;

use Illuminate\Support\Str;

/**
 * What is known of the act under way: its id, where it came from, whom it concerns. One a request or job; everything an act
 * writes carries its id, and that is how the evidence finds it again.
 */
final class RequestContext
{
    public readonly string $actId;

    public ?string $source = null;

    /** The account that signed in or whose record is changed; filled as soon as it is known. */
    public ?string $accountId = null;

    public function __construct(?string $actId = null)
    {
        $this->actId = $actId ?? (string) Str::uuid7();
    }
}
