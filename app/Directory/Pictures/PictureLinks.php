<?php

declare(strict_types=1);

namespace Kennel\App\Directory\Pictures;

use Illuminate\Support\Facades\URL;
use Kennel\Core\Directory\Pictures\PictureRules;
use Psr\Clock\ClockInterface;

/** Addresses of pictures: plain ones for what anybody may see, signed ones that expire for the rest. */
final readonly class PictureLinks
{
    /** The door that shows one; it asks the framework whether the signature is good. */
    public const ROUTE = 'picture';

    public function __construct(private PictureRules $rules, private ClockInterface $clock)
    {
    }

    public function to(string $id, int $size): string
    {
        if ($this->rules->arePublic) {
            return "/pictures/{$id}/{$size}";
        }
        // To the minute, so that a page that is read again gets the same address and the browser's copy.
        $now = $this->clock->now()->getTimestamp();
        $until = $now - $now % 60 + max(120, $this->rules->linkLifetime->seconds);

        return URL::temporarySignedRoute(self::ROUTE, new \DateTimeImmutable("@{$until}"), ['id' => $id, 'size' => $size], absolute: false);
    }

    /** An app's logo is on pages that anybody sees. */
    public function toLogo(string $id): string
    {
        return "/pictures/{$id}/".Pictures::SIZES[0];
    }
}
