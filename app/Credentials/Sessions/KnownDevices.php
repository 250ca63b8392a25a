<?php

declare(strict_types=1);

namespace Kennel\App\Credentials\Sessions;

use Kennel\App\Foundation\DerivedKey;
use Kennel\App\Foundation\Identity\Browser;
use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/**
 * Which devices an account has signed in on. A browser is known by the mark it was given; a program that keeps no cookies by what it calls itself and where it
 * asks from. Called inside the act's transaction.
 */
final readonly class KnownDevices
{
    /** Of one account; those that were seen longest ago are forgotten. */
    private const MOST = 40;

    public function __construct(private ClockInterface $clock)
    {
    }

    /** @return bool whether it is another than those the account was seen on before; false for its first one */
    public function note(string $accountId, Browser $browser): bool
    {
        $known = KnownDevice::query()->where('account_id', $accountId);
        $marks = self::marks($accountId, $browser);
        // What was given just now is known to nobody yet.
        $asked = $browser->hadMark ? $marks[0] : $marks[1] ?? null;
        $isKnown = $asked !== null && $known->clone()->where('mark', $asked)->exists();
        $isAnother = ! $isKnown && $known->clone()->exists();
        $now = Moment::write($this->clock->now());
        KnownDevice::query()->upsert(array_map(static fn (string $mark): array => ['account_id' => $accountId, 'mark' => $mark, 'seen_at' => $now], $marks), ['account_id', 'mark'], ['seen_at']);
        if (! $isKnown) {
            $last = $known->clone()->orderByDesc('seen_at')->orderByDesc('seq')->skip(self::MOST)->value('seen_at');
            $last === null || $known->clone()->where('seen_at', '<=', $last)->delete();
        }

        return $isAnother;
    }

    /** Whether the holder said, on this device and not too long ago, that it need not be asked for a second factor. Only a browser can be told apart so well. */
    public function isTrusted(string $accountId, Browser $browser): bool
    {
        return $browser->hadMark && KnownDevice::query()->where('account_id', $accountId)->where('mark', self::marks($accountId, $browser)[0])
            ->where('trusted_until', '>', Moment::write($this->clock->now()))->exists();
    }

    /**
     * The mark of its cookie alone: what a program calls itself and where it asks from is the same for all the people an app's backend signs in.
     *
     * @return string|null what the device is counted by, where the account has signed in on it before; asked alike for an account that is not there
     */
    public function known(?string $accountId, Browser $browser): ?string
    {
        $asked = $browser->hadMark ? self::marks($accountId ?? '', $browser)[0] : '';

        return KnownDevice::query()->where('account_id', $accountId ?? '')->where('mark', $asked)->exists() ? $asked : null;
    }

    /** Of one that was noted. */
    public function trust(string $accountId, Browser $browser, \DateTimeImmutable $until): void
    {
        KnownDevice::query()->where('account_id', $accountId)->where('mark', self::marks($accountId, $browser)[0])->update(['trusted_until' => Moment::write($until)]);
    }

    public function trustNone(string $accountId): void
    {
        KnownDevice::query()->where('account_id', $accountId)->update(['trusted_until' => null]);
    }

    public function countTrusted(string $accountId): int
    {
        return KnownDevice::query()->where('account_id', $accountId)->where('trusted_until', '>', Moment::write($this->clock->now()))->count();
    }

    /** @return array{0: string, 1?: string} by its mark; of what is no browser by its name and place as well, since it keeps no marks */
    private static function marks(string $accountId, Browser $browser): array
    {
        $digest = static fn (string $of): string => hash_hmac('sha256', "{$accountId} {$of}", DerivedKey::for('devices'));
        $byMark = $digest("mark {$browser->mark?->reveal()}");

        return str_starts_with($browser->userAgent, 'Mozilla/') ? [$byMark] : [$byMark, $digest("program {$browser->userAgent} {$browser->source}")];
    }
}
