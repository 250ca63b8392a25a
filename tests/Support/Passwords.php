<?php

declare(strict_types=1);

namespace Kennel\Tests\Support;

use Kennel\App\Credentials\Passwords\CommonPasswords;
use Kennel\App\Credentials\Passwords\RankedWords;
use Kennel\App\Foundation\SystemEntropy;
use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\Blocklist;
use Kennel\Core\Credentials\Passwords\Guesses\EstimateGuesses;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordHasher;
use Kennel\Core\Credentials\Passwords\PasswordPolicy;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Credentials\Passwords\Peppers\Peppers;
use Kennel\Core\Credentials\Passwords\PreparedPassword;
use Kennel\Core\Foundation\Secrets\Secret;

/** What tests of passwords are made with. Hashing is cheap on purpose: the logic is tested, not the cost. */
final class Passwords
{
    public const YEAR = 2026;

    private const LISTS = __DIR__.'/../../resources/passwords/';

    public static function prepared(string $text): PreparedPassword
    {
        return PreparedPassword::from(new Secret($text));
    }

    public static function hasher(?HashingRules $rules = null, ?Peppers $peppers = null): PasswordHasher
    {
        return new PasswordHasher($rules ?? HashingRules::argon2id(new Argon2idParameters(64, 1, 1)), new SystemEntropy, $peppers ?? Peppers::none());
    }

    /** With the lists that ship, but for a blocklist of one's own. */
    public static function policy(?PasswordRules $rules = null, ?Blocklist $blocklist = null, ?HashingRules $hashing = null): PasswordPolicy
    {
        return new PasswordPolicy($rules ?? new PasswordRules(12, 64), $hashing ?? HashingRules::argon2id(new Argon2idParameters(64, 1, 1)), $blocklist ?? new CommonPasswords(self::LISTS.'common.txt'), self::guesses());
    }

    public static function guesses(int $year = self::YEAR): EstimateGuesses
    {
        return new EstimateGuesses(new RankedWords(self::LISTS.'words.bin'), $year);
    }
}
