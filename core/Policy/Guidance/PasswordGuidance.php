<?php

declare(strict_types=1);

namespace Kennel\Core\Policy\Guidance;

use Kennel\Core\Credentials\Passwords\Argon2idParameters;
use Kennel\Core\Credentials\Passwords\Calibration\Calibration;
use Kennel\Core\Credentials\Passwords\HashingRules;
use Kennel\Core\Credentials\Passwords\PasswordRules;
use Kennel\Core\Policy\Rules\RuleBook;

/**
 * The rules about passwords, held against what is published. All clauses are from memory, and the screen says so: NIST SP 800-63B-4
 * (2025) and its edition of 2017, OWASP's Password Storage Cheat Sheet, RFC 9106, PCI DSS 4.0.
 */
final class PasswordGuidance
{
    /** RFC 9106 §4, the second recommended option: t=3, m=64 MiB, p=4. */
    private const RFC_9106 = ['memory' => 65_536, 'passes' => 3];

    /** OWASP, Password Storage Cheat Sheet, "bcrypt": the least cost. */
    private const OWASP_BCRYPT = 10;

    /** PCI DSS 4.0, 8.3.7: the last four. */
    private const PCI_HISTORY = 4;

    /** NIST SP 800-63B-4, 3.2.2. */
    private const NIST_FAILURES = 100;

    /** PCI DSS 4.0, 8.3.4. */
    private const PCI_FAILURES = 10;

    /** @return list<Clause> */
    public static function of(RuleBook $book): array
    {
        $password = $book->password;
        $set = ['set' => $password->minimum];
        $asksForKinds = $password->askedKinds() !== [];

        return [
            new Clause('nist_4.length', Stands::atLeast($password->minimum, 15), $set, $password->minimum < 15 ? self::length($password, 15) : []),
            new Clause(
                'nist_4.longest',
                Stands::atLeast($password->maximum, 64),
                ['set' => $password->maximum],
                $password->maximum < 64 ? ['password.maximum' => 64] : [],
            ),
            new Clause('nist_4.characters', Stands::Meets),
            $asksForKinds
                ? new Clause('nist_4.composition_asked', Stands::Against, ['kinds' => self::kinds($password)], self::noKinds($password))
                : new Clause('nist_4.composition', Stands::Meets),
            new Clause('nist_4.periodic', Stands::Meets),
            new Clause('nist_4.blocklist', Stands::Meets),
            new Clause('nist_4.manager', Stands::Meets),
            $book->hashing->scheme === HashingRules::BCRYPT ? new Clause('nist_4.storage_bcrypt', Stands::Against, [], ['hashing.scheme' => HashingRules::ARGON2ID]) : new Clause('nist_4.storage', Stands::Exceeds, ['salt' => 128]),
            $book->hashing->pepper === '' ? new Clause('nist_4.pepper', Stands::Against) : new Clause(
                'nist_4.pepper_used',
                Stands::Meets,
                ['key' => $book->hashing->pepper],
            ),
            self::failures('nist_4', $book->throttles->ceiling, self::NIST_FAILURES),
            new Clause('nist_2017.length', Stands::atLeast($password->minimum, 8), $set, $password->minimum < 8 ? self::length($password, 8) : []),
            ...$book->hashing->scheme === HashingRules::BCRYPT ? [self::bcrypt($book->hashing)] : [
                self::owasp($book->hashing->argon2id),
                self::rfc9106($book->hashing->argon2id),
            ],
            new Clause('pci_4.length', Stands::atLeast($password->minimum, 12), $set, $password->minimum < 12 ? self::length($password, 12) : []),
            self::lettersAndDigits($password),
            new Clause(
                'pci_4.history',
                $password->history < self::PCI_HISTORY ? Stands::Against : Stands::atLeast($password->history, self::PCI_HISTORY),
                ['set' => $password->history],
                $password->history < self::PCI_HISTORY ? ['password.history' => self::PCI_HISTORY] : [],
            ),
            self::failures('pci_4', $book->throttles->ceiling, self::PCI_FAILURES),
        ];
    }

    /** @return array<string, int> a least length that also fits below the most */
    private static function length(PasswordRules $password, int $minimum): array
    {
        return ['password.minimum' => $minimum, ...$password->maximum < $minimum ? ['password.maximum' => 64] : []];
    }

    /** @return array<string, int> */
    private static function noKinds(PasswordRules $password): array
    {
        $changes = [];
        foreach (array_keys($password->askedKinds()) as $kind) {
            $changes["password.composition.{$kind}"] = 0;
        }

        return $changes;
    }

    private static function kinds(PasswordRules $password): string
    {
        $asked = $password->askedKinds();

        return implode(', ', array_map(static fn (string $kind, int $minimum): string => "{$kind} {$minimum}", array_keys($asked), $asked));
    }

    private static function lettersAndDigits(PasswordRules $password): Clause
    {
        ['letters' => $letters, 'small' => $small, 'capitals' => $capitals, 'digits' => $digits] = $password->composition;

        return max($letters, $small, $capitals) > 0 && $digits > 0
            ? new Clause('pci_4.letters_and_digits_asked', Stands::Meets)
            : new Clause('pci_4.letters_and_digits', Stands::Against, [], ['password.composition.letters' => 1, 'password.composition.digits' => 1]);
    }

    private static function bcrypt(HashingRules $hashing): Clause
    {
        return new Clause('owasp.bcrypt', Stands::atLeast($hashing->cost, self::OWASP_BCRYPT), ['set' => $hashing->cost]);
    }

    private static function rfc9106(Argon2idParameters $set): Clause
    {
        $isMet = $set->memory >= self::RFC_9106['memory'] && $set->passes >= self::RFC_9106['passes'];

        return new Clause(
            'rfc_9106.second',
            $isMet ? Stands::Meets : Stands::Against,
            self::figures($set),
            $isMet ? [] : ['hashing.memory' => self::RFC_9106['memory'], 'hashing.passes' => self::RFC_9106['passes'], 'hashing.lanes' => 4],
        );
    }

    private static function owasp(Argon2idParameters $set): Clause
    {
        // More passes than the table has make up for no less memory than its last row.
        $asked = Calibration::OWASP[min($set->passes, 5)];

        return new Clause(
            'owasp.argon2id',
            Stands::atLeast($set->memory, $asked),
            [...self::figures($set), 'asked' => $asked],
            $set->memory < $asked ? ['hashing.memory' => Calibration::OWASP[1], 'hashing.passes' => 1, 'hashing.lanes' => 1] : [],
        );
    }

    /** @return array{memory: int, passes: int, lanes: int} */
    private static function figures(Argon2idParameters $set): array
    {
        return ['memory' => $set->memory, 'passes' => $set->passes, 'lanes' => $set->lanes];
    }

    private static function failures(string $of, int $ceiling, int $most): Clause
    {
        return $ceiling > 0 && $ceiling <= $most
            ? new Clause("{$of}.failures_held", $ceiling === $most ? Stands::Meets : Stands::Exceeds, ['set' => $ceiling])
            : new Clause("{$of}.failures", Stands::Against, ['set' => $ceiling], ['throttles.ceiling' => $most]);
    }
}
