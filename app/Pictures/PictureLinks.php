<?php

declare(strict_types=1);

namespace Kennel\App\Pictures;

use Kennel\App\Platform\Moment;
use Kennel\Core\Pictures\PictureRules;
use Psr\Clock\ClockInterface;

/** Addresses of pictures: plain ones for what anybody may see, signed ones that expire for the rest. */
final readonly class PictureLinks
{
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

        return "/pictures/{$id}/{$size}?until={$until}&signature=".$this->sign($id, $size, $until);
    }

    /** An app's logo is on pages that anybody sees. */
    public function toLogo(string $id): string
    {
        return "/pictures/{$id}/".Pictures::SIZES[0];
    }

    public function isGood(string $id, int $size, ?string $until, ?string $signature): bool
    {
        return $until !== null && $signature !== null && preg_match('/^\d{10}$/D', $until) === 1
            && hash_equals($this->sign($id, $size, (int) $until), $signature)
            && Moment::write($this->clock->now()) <= Moment::write(new \DateTimeImmutable("@{$until}"));
    }

    private function sign(string $id, int $size, int $until): string
    {
        return hash_hmac('sha256', "picture:{$id}:{$size}:{$until}", (string) config('app.key'));
    }
}
