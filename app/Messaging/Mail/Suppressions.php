<?php

declare(strict_types=1);

namespace Kennel\App\Messaging\Mail;

use Kennel\App\Foundation\Moment;
use Psr\Clock\ClockInterface;

/** Which addresses nothing is sent to, until a holder has another one or an operator releases it: a relay that is made to try them again and again loses its good name. */
final readonly class Suppressions
{
    public function __construct(private ClockInterface $clock)
    {
    }

    public function of(string $address): ?Suppression
    {
        return Suppression::query()->where('address_key', self::key($address))->first();
    }

    /**
     * @param  list<string>  $addresses
     * @return array<string, true> those that are suppressed, in lower case
     */
    public function among(array $addresses): array
    {
        return $addresses === [] ? [] : array_fill_keys(Suppression::query()->whereIn('address_key', array_map(self::key(...), $addresses))->pluck('address_key')->all(), true);
    }

    /** @param  string|null  $accountId  whose address it is: with them, it is forgotten */
    public function add(string $address, string $said, ?string $accountId): void
    {
        Suppression::query()->insertOrIgnore(['address_key' => self::key($address), 'said' => $said, 'since' => Moment::write($this->clock->now()), 'account_id' => $accountId]);
    }

    /** @return bool false when it was not suppressed */
    public function release(string $address): bool
    {
        return Suppression::query()->where('address_key', self::key($address))->delete() === 1;
    }

    private static function key(string $address): string
    {
        return mb_strtolower($address);
    }
}
