<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\Core\Credentials\Passwords\Blocklist;
use Kennel\Core\Credentials\Passwords\Guesses\WordRanks;
use Kennel\Core\Directory\Fields\PhoneNumbers;
use Kennel\Core\Registration\Signup\ThrowawayDomains;

/** The lists that rules look into, of a few entries that tests can name. */
final readonly class FakeLists implements Blocklist, PhoneNumbers, ThrowawayDomains, WordRanks
{
    public const COMMON_PASSWORD = 'passwordpassword';

    /** @param  list<string>  $passwords */
    public function __construct(private array $passwords = [self::COMMON_PASSWORD])
    {
    }

    public static function ofNothing(): self
    {
        return new self([]);
    }

    public function size(): int
    {
        return count($this->passwords);
    }

    public function contains(string $folded): bool
    {
        return in_array($folded, $this->passwords, true);
    }

    public function find(string $word): ?array
    {
        return null;
    }

    public function lists(string $entry): bool
    {
        return in_array($entry, ['tenminutes.example', '.everything.test'], true);
    }

    /** Numbers that are written in full already. */
    public function e164(string $typed, string $region): ?string
    {
        return preg_match('/^\+[1-9]\d{6,14}$/D', $typed) === 1 ? $typed : null;
    }
}
